using System.Globalization;

namespace GentleMole.Exchange.Drawings;

/// <summary>The pairs of group code and value of a text DXF, one after the other, with the one that comes next in sight.</summary>
internal sealed class DxfPairs
{
    /// <summary>Most pairs of one entity: a polyline of as many corners as a drawing may have, and some.</summary>
    private const int MostOfOne = 4 * Drawing.MostVertices;

    private readonly TextReader _lines;
    private int _line = -1;

    public DxfPairs(TextReader lines)
    {
        _lines = lines;
        Advance();
    }

    /// <summary>True when nothing comes any more.</summary>
    public bool IsOver { get; private set; }

    public int Code { get; private set; }

    public string Value { get; private set; } = "";

    /// <summary>True when this pair comes next.</summary>
    public bool Is(int code, string value) => !IsOver && Code == code && Value == value;

    public void Advance()
    {
        _line += 2;
        if (_lines.ReadLine() is not { } code)
        {
            IsOver = true;
            return;
        }

        if (!int.TryParse(code.Trim(), NumberStyles.AllowLeadingSign, CultureInfo.InvariantCulture, out var number))
        {
            if (code.Trim().Length == 0 && _lines.Peek() < 0)
            {
                IsOver = true;
                return;
            }

            throw new DrawingException($"It is not DXF: line {_line} should be a group code.");
        }

        (Code, Value) = (number, _lines.ReadLine()?.Trim() ?? throw new DrawingException("It breaks off in the middle of a pair."));
    }

    /// <summary>What follows up to the next entity.</summary>
    public List<(int Code, string Value)> Body()
    {
        var body = new List<(int, string)>();
        for (; !IsOver && Code != 0; Advance())
        {
            if (body.Count == MostOfOne)
            {
                throw new DrawingException($"One entity in it has more than {MostOfOne} values.");
            }

            body.Add((Code, Value));
        }

        return body;
    }
}
