using GentleMole.Core.Candidates;
using GentleMole.Core.Fields;
using GentleMole.Core.Ledger;
using GentleMole.Core.Lines;
using GentleMole.Core.Measures;
using GentleMole.Core.Pinpoint;
using GentleMole.Core.Records;
using GentleMole.Core.Site;
using GentleMole.Core.Trace;

namespace GentleMole.Web.Forms;

/// <summary>Entries that hold several things: places, readings, numbers, one a line or between spaces.</summary>
internal sealed partial class FormReader
{
    /// <summary>Places, one a line: east and north. Points in one place, as of a finger that clicked twice, are one.</summary>
    public List<SitePoint> Places(string name, int most) => SiteRules.Joined(TypedPlaces(name, most));

    private List<SitePoint> TypedPlaces(string name, int most)
    {
        var places = new List<SitePoint>();
        var lines = Lines(name);
        if (lines.Count > most)
        {
            Refuse(name, $"There are {lines.Count} places; {most} is the most.");
            return places;
        }

        foreach (var (line, number) in lines)
        {
            var parts = Split(line);
            if (parts.Length != 2)
            {
                Refuse(name, $"Line {number}, “{line}”, is not a place. Give east and north, like 12.5 24.2.");
                return places;
            }

            var (e, n) = (Read(parts[0], name, number), Read(parts[1], name, number));
            if (e is null || n is null)
            {
                return places;
            }

            places.Add(new SitePoint(e.Value, n.Value));
        }

        return places;
    }

    /// <summary>Several lists of places with an empty line between.</summary>
    public List<List<SitePoint>> Paths(string name, int most)
    {
        var places = TypedPlaces(name, most);
        var paths = new List<List<SitePoint>>();
        var at = 0;
        var inPath = false;
        foreach (var line in form[name].ToString().ReplaceLineEndings("\n").Split('\n'))
        {
            if (line.Trim(' ', ',').Length == 0)
            {
                inPath = false;
            }
            else if (at < places.Count)
            {
                if (!inPath)
                {
                    paths.Add([]);
                    inPath = true;
                }

                paths[^1].Add(places[at++]);
            }
        }

        return [.. paths.Select(SiteRules.Joined)];
    }

    /// <summary>Distances to both sides, named …Left and …Right; one alone says nothing.</summary>
    public (double Left, double Right)? Sides(string name)
    {
        var (left, right) = (Length(name + "Left", ReadingRules.Aside), Length(name + "Right", ReadingRules.Aside));
        if (IsGood && left is null != right is null)
        {
            Refuse(name + (left is null ? "Left" : "Right"), "Take it on both sides: the mean is the depth, the difference shows distortion.");
        }

        return left is { } l && right is { } r ? (l, r) : null;
    }

    /// <summary>
    /// Readings across: offset, peak, then null and height if taken. One a line, or in one go with commas or semicolons between
    /// (<c>-1 17.7, -0.8 21.3</c>). Tabs from a spreadsheet and a heading line are understood.
    /// </summary>
    /// <param name="growing">True while it is being typed: what is not yet a reading at its end is left out.</param>
    public List<CrossReading> Across(string name, double heightWhenNotGiven, bool growing = false)
    {
        var readings = new List<CrossReading>();
        var lines = Lines(name);
        var typed = lines.SelectMany(l => Readings(l.Line).Select(parts => (Parts: parts, l.Number))).ToList();
        if (growing && typed.Count > 0 && typed[^1].Parts is not { Length: >= 2 } or [.., "-" or "+"])
        {
            typed.RemoveAt(typed.Count - 1);
        }

        foreach (var (parts, number) in typed)
        {
            if (lines.Count > 1 && number == 1 && parts.All(p => p.Length == 0 || char.IsLetter(p[0])))
            {
                continue;
            }

            if (parts.Length is < 2 or > 4)
            {
                Refuse(name, $"Line {number}, “{Short(string.Join(' ', parts))}”, needs an offset and a peak, then a null and a height if taken.");
                return [];
            }

            var offset = Keep(LengthText.Parse(parts[0], person.Units, name, -1000, 1000), number);
            var peak = Keep(NumberText.Parse(parts[1], "", name, 0, 1e12), number);
            var vertical = parts.Length > 2 && parts[2].Length > 0 ? Keep(NumberText.Parse(parts[2], "", name, 0, 1e12), number) : null;
            var height = parts.Length > 3 && parts[3].Length > 0 ? Keep(LengthText.Parse(parts[3], person.Units, name, 0, 20), number) : heightWhenNotGiven;
            if (!IsGood || offset is null || peak is null || height is null)
            {
                return [];
            }

            readings.Add(new CrossReading(offset.Value, height.Value, peak.Value, vertical));
        }

        return readings;
    }

    /// <summary>The readings of one line, each as its figures.</summary>
    private static IEnumerable<string[]> Readings(string line)
    {
        if (line.Contains('\t', StringComparison.Ordinal))
        {
            return [[.. line.Split('\t').Select(p => p.Trim())]];
        }

        // A comma followed by a space ends a reading if there are two figures or more before every one; else it stands between figures.
        string[] several = [.. line.Replace(";", ", ", StringComparison.Ordinal).Split(", ", StringSplitOptions.TrimEntries | StringSplitOptions.RemoveEmptyEntries)];
        return several.Length > 1 && several[..^1].All(one => one.Contains(' ', StringComparison.Ordinal)) ? several.Select(Split) : [Split(line)];
    }

    /// <summary>Lines beside a row, one a line: offset, how far that may be off, depth, and part of the current if known.</summary>
    public List<NeighbourPrior> Beside(string name)
    {
        var lines = new List<NeighbourPrior>();
        foreach (var (line, number) in Lines(name))
        {
            var parts = Split(line);
            if (parts.Length is 0 or > 4)
            {
                Refuse(name, $"Line {number}, “{Short(line)}”, needs an offset, then how far that may be off, a depth, and a part of the current if known.");
                return [];
            }

            var offset = Keep(LengthText.Parse(parts[0], person.Units, name, -CrossReadingRules.FarthestMetres, CrossReadingRules.FarthestMetres), number);
            var sigma = parts.Length > 1 ? Keep(LengthText.Parse(parts[1], person.Units, name, 0.01, 20), number) : PinpointPriorRules.UsualSigmaMetres;
            var depth = parts.Length > 2 ? Keep(LengthText.Parse(parts[2], person.Units, name, 0.05, 20), number) : null;
            var ratio = parts.Length > 3 ? Keep(NumberText.Parse(parts[3], "", name, -100, 100), number) : null;
            if (!IsGood || offset is null || sigma is null)
            {
                return [];
            }

            lines.Add(new NeighbourPrior(offset.Value, sigma.Value, depth is { } d ? new(d) : null, ratio));
        }

        return lines;
    }

    /// <summary>Lengths on one line, between spaces or plus signs.</summary>
    public List<double> Lengths(string name, double minimum, double maximum)
    {
        var lengths = new List<double>();
        foreach (var part in Split(form[name].ToString().Replace('+', ' ').Replace(';', ' ')).Where(p => p.Trim().Length > 0))
        {
            if (Keep(LengthText.Parse(part, person.Units, name, minimum, maximum)) is not { } length)
            {
                return [];
            }

            lengths.Add(length);
        }

        return lengths;
    }

    /// <summary>Plain numbers on one line, between spaces, commas or semicolons.</summary>
    public List<double> Numbers(string name, string unit, double minimum, double maximum, int most)
    {
        var numbers = new List<double>();
        foreach (var part in form[name].ToString().Split([' ', ';', ',', '\n', '\r', '\t'], StringSplitOptions.RemoveEmptyEntries))
        {
            if (numbers.Count == most)
            {
                Refuse(name, $"There are more than {most} numbers; that is the most.");
                return [];
            }

            if (Keep(NumberText.Parse(part, unit, name, minimum, maximum)) is not { } number)
            {
                return [];
            }

            numbers.Add(number);
        }

        return numbers;
    }

    /// <summary>Currents along a line, one a line: chainage, milliamperes, depth if read.</summary>
    /// <param name="growing">True while it is being typed: a last line that is not yet a station is left out.</param>
    public List<LedgerStation> Stations(string name, bool growing = false)
    {
        var stations = new List<LedgerStation>();
        var lines = Lines(name);
        if (growing && lines.Count > 0 && Split(lines[^1].Line).Length < 2)
        {
            lines.RemoveAt(lines.Count - 1);
        }

        foreach (var (line, number) in lines)
        {
            var parts = Split(line);
            if (parts.Length is < 2 or > 3)
            {
                Refuse(name, $"Line {number}, “{Short(line)}”, needs a chainage and a current, then a depth if it was read.");
                return [];
            }

            var chainage = Keep(LengthText.Parse(parts[0], person.Units, name, LedgerRules.Chainage.Least, LedgerRules.Chainage.Most), number);
            var current = Keep(NumberText.Parse(parts[1], "mA", name, LedgerRules.Milliamps.Least, LedgerRules.Milliamps.Most), number);
            var depth = parts.Length > 2 && parts[2].Length > 0 ? Keep(LengthText.Parse(parts[2], person.Units, name, LedgerRules.Depth.Least, LedgerRules.Depth.Most), number) : null;
            if (!IsGood || chainage is null || current is null)
            {
                return [];
            }

            stations.Add(new LedgerStation(chainage.Value, current.Value, Depth.OfMetres(depth)));
        }

        return stations;
    }

    /// <summary>What was heard on a pass, one a line: distance along it, then depth, current and direction of the line as far as they were read.</summary>
    /// <param name="lengthMetres">Of the pass.</param>
    public List<SweepResponse> Heard(string name, double lengthMetres)
    {
        var heard = new List<SweepResponse>();
        foreach (var (line, number) in Lines(name))
        {
            var parts = Split(line);
            if (parts.Length > 4)
            {
                Refuse(name, $"Line {number}, “{Short(line)}”, has too many entries: along the pass, depth, current, direction.");
                return [];
            }

            string? At(int i) => parts.Length > i && parts[i] is not ("" or "-" or "–") ? parts[i] : null;
            var along = Keep(LengthText.Parse(parts[0], person.Units, name, 0, lengthMetres), number);
            var depth = At(1) is { } d ? Keep(LengthText.Parse(d, person.Units, name, CandidateRules.Depth.Least, CandidateRules.Depth.Most), number) : null;
            var current = At(2) is { } i ? Keep(NumberText.Parse(i, "mA", name, CandidateRules.Milliamps.Least, CandidateRules.Milliamps.Most), number) : null;
            var way = At(3) is { } w ? Keep(NumberText.Parse(w, "°", name, CandidateRules.Direction.Least, CandidateRules.Direction.Most), number) : null;
            if (!IsGood || along is null)
            {
                return [];
            }

            heard.Add(new SweepResponse(0, along.Value, Depth.OfMetres(depth), current, way is { } degrees ? Azimuth.Of(degrees) : null));
        }

        return heard;
    }

    /// <summary>Tees, one a line: chainage, then the current on every way out.</summary>
    public List<LedgerTee> Tees(string name)
    {
        var tees = new List<LedgerTee>();
        foreach (var (line, number) in Lines(name))
        {
            var parts = Split(line);
            if (parts.Length < 2)
            {
                Refuse(name, $"Line {number}, “{Short(line)}”, needs a chainage and then the current on every way out.");
                return [];
            }

            var chainage = Keep(LengthText.Parse(parts[0], person.Units, name, LedgerRules.Chainage.Least, LedgerRules.Chainage.Most), number);
            var branches = parts[1..].Select(b => Keep(NumberText.Parse(b, "mA", name, LedgerRules.BranchMilliamps.Least, LedgerRules.BranchMilliamps.Most), number)).ToList();
            if (!IsGood || chainage is null)
            {
                return [];
            }

            tees.Add(new LedgerTee(chainage.Value, [.. branches.OfType<double>()]));
        }

        return tees;
    }

    /// <summary>Cover over offset, one a line, with the chainage before it where it changes: <c>0.9/1.8</c> or <c>12 0.9/1.8</c>.</summary>
    public List<CoverOverOffset> CoversOverOffsets(string name)
    {
        var figures = new List<CoverOverOffset>();
        foreach (var (line, number) in Lines(name))
        {
            var halves = line.Split('/', 2, StringSplitOptions.TrimEntries);
            var front = Split(halves[0]).Where(p => p.Length > 0).ToArray();
            if (halves.Length != 2 || front.Length is 0 or > 2)
            {
                Refuse(name, $"Line {number}, “{Short(line)}”, is not cover over offset. Write it like 0.9/1.8, with the chainage before it where it changes: 12 0.9/1.8.");
                return [];
            }

            var chainage = front.Length == 2 ? Keep(LengthText.Parse(front[0], person.Units, name, 0, 20_000), number) : null;
            var cover = Keep(LengthText.Parse(front[^1], person.Units, name, 0, 30), number);
            var offset = Keep(LengthText.Parse(halves[1], person.Units, name, -200, 200), number);
            if (cover is null || offset is null || (front.Length == 2 && chainage is null))
            {
                return [];
            }

            figures.Add(new CoverOverOffset(chainage, cover.Value, offset.Value));
        }

        return figures;
    }

    /// <summary>Places in a drawing and on the site, four numbers a line: x, y, east, north.</summary>
    public List<FitPair> Pairs(string name, int most)
    {
        var pairs = new List<FitPair>();
        foreach (var (line, number) in Lines(name))
        {
            var numbers = Split(line).Select(p => NumberText.Parse(p, "", name, -1e9, 1e9)).ToList();
            if (numbers.Count != 4 || numbers.Exists(n => !n.IsGood))
            {
                Refuse(name, $"Line {number}, “{Short(line)}”, needs four numbers: x and y in the drawing, then east and north on the site.");
                return [];
            }

            pairs.Add(new FitPair(new SitePoint(numbers[0].Value, numbers[1].Value), new SitePoint(numbers[2].Value, numbers[3].Value)));
        }

        if (pairs.Count > most)
        {
            Refuse(name, $"There are {pairs.Count} points; {most} is the most.");
        }

        return pairs;
    }

    /// <summary>Lines in cross-section, one a line: offset, depth, milliamperes.</summary>
    public List<StraightConductor> Conductors(string name, double farthestMetres)
    {
        const int most = 100;
        var conductors = new List<StraightConductor>();
        var lines = Lines(name);
        if (lines.Count is 0 or > most)
        {
            Refuse(name, lines.Count == 0 ? "Give at least one line: offset, depth and current." : $"There are {lines.Count} lines; {most} is the most.");
            return conductors;
        }

        foreach (var (line, number) in lines)
        {
            var parts = line.Contains('\t', StringComparison.Ordinal) ? line.Split('\t', StringSplitOptions.TrimEntries) : Split(line);
            if (parts.Length != 3)
            {
                Refuse(name, $"Line {number}, “{Short(line)}”, needs three figures: offset, depth and milliamperes.");
                return [];
            }

            var offset = Keep(LengthText.Parse(parts[0], person.Units, name, -farthestMetres, farthestMetres), number);
            var depth = Keep(LengthText.Parse(parts[1], person.Units, name, 0.01, 100), number);
            var current = Keep(NumberText.Parse(parts[2], "mA", name, -1e6, 1e6), number);
            if (offset is null || depth is null || current is null)
            {
                return [];
            }

            conductors.Add(new StraightConductor(offset.Value, new(depth.Value), current.Value / 1000));
        }

        return conductors;
    }
}
