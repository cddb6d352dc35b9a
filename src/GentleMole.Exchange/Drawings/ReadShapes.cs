using GentleMole.Core.Site;

namespace GentleMole.Exchange.Drawings;

/// <summary>
/// What has been read of a drawing so far, counted while it is read: a file that would become too much is refused at the
/// first corner too many, not after all of it lies in memory.
/// </summary>
internal sealed class ReadShapes
{
    /// <summary>Deepest nesting of groups within groups; owners' drawings have three or four.</summary>
    public const int DeepestNesting = 32;

    /// <summary>Most things in a drawing.</summary>
    public const int MostShapes = 100_000;

    /// <summary>Most characters of all names and words together.</summary>
    public const int MostCharacters = 8_000_000;

    /// <summary>Characters of a layer's name and of a name in the drawing.</summary>
    public const int MostName = 200;

    /// <summary>Characters of a word or value in the drawing.</summary>
    public const int MostText = 500;

    /// <summary>Properties of one thing.</summary>
    public const int MostProperties = 60;

    private readonly List<DrawnShape> _shapes = [];
    private readonly Dictionary<string, int> _skipped = [];
    private readonly Dictionary<string, string> _names = [];
    private int _corners;
    private long _characters;

    public IReadOnlyList<DrawnShape> Shapes => _shapes;

    public IReadOnlyDictionary<string, int> Skipped => _skipped;

    /// <summary>Notes corners that are about to be made.</summary>
    /// <exception cref="DrawingException">They are too many.</exception>
    public void Corners(int more)
    {
        _corners += more;
        if (_corners > Drawing.MostVertices)
        {
            throw new DrawingException($"It has more than {Drawing.MostVertices} corners, which is the most. Cut out the part round the site.");
        }
    }

    /// <summary>Checks how deep the reader is within groups.</summary>
    /// <exception cref="DrawingException">Too deep.</exception>
    public static void Depth(int depth)
    {
        if (depth > DeepestNesting)
        {
            throw new DrawingException($"Its parts are nested more than {DeepestNesting} deep; no plan is drawn like that.");
        }
    }

    /// <summary>Takes a thing whose corners were noted; one without corners is left out.</summary>
    /// <exception cref="DrawingException">There are too many things or words.</exception>
    public void Add(string layer, DrawnKind kind, IReadOnlyList<SitePoint> points, string text, IReadOnlyDictionary<string, string> properties)
    {
        if (points.Count == 0)
        {
            return;
        }

        if (_shapes.Count == MostShapes)
        {
            throw new DrawingException($"It holds more than {MostShapes} things, which is the most. Cut out the part round the site.");
        }

        _shapes.Add(new DrawnShape(Name(layer), kind, points, Words(text), properties));
    }

    /// <summary>Counts a kind of entity that is not read.</summary>
    public void Skip(string kind)
    {
        kind = Name(kind);
        if (_skipped.Count < MostProperties || _skipped.ContainsKey(kind))
        {
            _skipped[kind] = _skipped.GetValueOrDefault(kind) + 1;
        }
    }

    /// <summary>Properties cut to what a drawing may say; of the same name the first holds.</summary>
    public Dictionary<string, string> Properties(IEnumerable<KeyValuePair<string, string>> all)
    {
        var kept = new Dictionary<string, string>();
        foreach (var (name, value) in all)
        {
            if (kept.Count == MostProperties)
            {
                break;
            }

            kept.TryAdd(Name(name), Words(value));
        }

        return kept;
    }

    /// <summary>Names repeat: each is held once.</summary>
    private string Name(string name)
    {
        name = Cut(name, MostName);
        if (_names.TryGetValue(name, out var held))
        {
            return held;
        }

        Count(name.Length);
        return _names[name] = name;
    }

    private string Words(string text)
    {
        text = Cut(text, MostText);
        Count(text.Length);
        return text;
    }

    private static string Cut(string text, int most) => text.Length <= most ? text : text[..(most - 1)] + "…";

    private void Count(int characters)
    {
        _characters += characters;
        if (_characters > MostCharacters)
        {
            throw new DrawingException($"Its names and words have more than {MostCharacters / 1_000_000} million characters. Cut out the part round the site.");
        }
    }
}
