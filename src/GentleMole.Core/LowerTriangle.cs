namespace GentleMole.Core;

/// <summary>Cholesky factor of a small symmetric positive matrix, stored row by row (Golub and Van Loan, Matrix Computations, 4.2).</summary>
internal sealed class LowerTriangle
{
    private readonly double[] _l;

    private LowerTriangle(int size, double[] l) => (Size, _l) = (size, l);

    /// <summary>Rows.</summary>
    public int Size { get; }

    /// <summary>The factor itself, row by row.</summary>
    public double[] Values => _l;

    /// <summary>Half the logarithm of the determinant of the matrix.</summary>
    public double HalfLogDeterminant { get; private init; }

    /// <summary>The factor of a matrix given by its lower half, row by row; null when it is not positive.</summary>
    public static LowerTriangle? Of(ReadOnlySpan<double> matrix, int size)
    {
        var l = new double[size * size];
        double half = 0;
        for (var i = 0; i < size; i++)
        {
            for (var j = 0; j <= i; j++)
            {
                var sum = matrix[(i * size) + j];
                for (var k = 0; k < j; k++)
                {
                    sum -= l[(i * size) + k] * l[(j * size) + k];
                }

                if (i != j)
                {
                    l[(i * size) + j] = sum / l[(j * size) + j];
                }
                else if (sum > 0 && double.IsFinite(sum))
                {
                    l[(i * size) + i] = Math.Sqrt(sum);
                    half += Math.Log(l[(i * size) + i]);
                }
                else
                {
                    return null;
                }
            }
        }

        return new LowerTriangle(size, l) { HalfLogDeterminant = half };
    }

    /// <summary>One member of the factor.</summary>
    public double At(int row, int column) => _l[(row * Size) + column];

    /// <summary>Solves L·x = b in place.</summary>
    public void Forward(Span<double> b)
    {
        for (var i = 0; i < Size; i++)
        {
            var sum = b[i];
            for (var k = 0; k < i; k++)
            {
                sum -= _l[(i * Size) + k] * b[k];
            }

            b[i] = sum / _l[(i * Size) + i];
        }
    }

    /// <summary>Solves Lᵀ·x = b in place.</summary>
    public void Backward(Span<double> b)
    {
        for (var i = Size - 1; i >= 0; i--)
        {
            var sum = b[i];
            for (var k = i + 1; k < Size; k++)
            {
                sum -= _l[(k * Size) + i] * b[k];
            }

            b[i] = sum / _l[(i * Size) + i];
        }
    }

    /// <summary>L·x.</summary>
    public void Times(ReadOnlySpan<double> x, Span<double> into)
    {
        for (var i = 0; i < Size; i++)
        {
            double sum = 0;
            for (var k = 0; k <= i; k++)
            {
                sum += _l[(i * Size) + k] * x[k];
            }

            into[i] = sum;
        }
    }

    /// <summary>Lower half of the inverse of the matrix, row by row.</summary>
    public double[] Inverse()
    {
        var inverse = new double[Size * Size];
        Span<double> column = stackalloc double[Size];
        for (var j = 0; j < Size; j++)
        {
            column.Clear();
            column[j] = 1;
            Forward(column);
            Backward(column);
            for (var i = j; i < Size; i++)
            {
                inverse[(i * Size) + j] = column[i];
            }
        }

        return inverse;
    }
}
