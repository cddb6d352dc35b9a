using GentleMole.Core.Lines;
using GentleMole.Core.Site;
using GentleMole.Core.Soil;

namespace GentleMole.Core.Network;

/// <summary>What a network and its source must be for the solver; one rule for pages and API.</summary>
public static class NetworkRules
{
    /// <summary>Lowest frequency that is solved.</summary>
    public const double LeastHertz = 1;

    /// <summary>Highest frequency that is solved.</summary>
    public const double MostHertz = 1e6;

    /// <summary>Most lines.</summary>
    public const int MostLines = 100;

    /// <summary>Most points of a line.</summary>
    public const int MostPoints = 5000;

    /// <summary>Most bonds, and most insulating joints.</summary>
    public const int MostJoined = 1000;

    /// <summary>Most metres of line in all.</summary>
    public const double MostMetres = 50_000;

    /// <summary>Farthest from the origin.</summary>
    public const double FarthestMetres = SiteRules.FarthestMetres;

    private const double LeastLineMetres = 0.01;

    /// <summary>Wrong entries, by the way to them in the arguments; empty when it can be solved.</summary>
    public static IReadOnlyList<FieldError> Check(BuriedNetwork network, SignalSource source, double hertz)
    {
        var errors = new List<FieldError>();
        void Add(string field, string sentence) => errors.Add(new FieldError(field, sentence));
        const string lines = $"{nameof(network)}.{nameof(BuriedNetwork.Lines)}";
        const string bonds = $"{nameof(network)}.{nameof(BuriedNetwork.Bonds)}";
        const string joints = $"{nameof(network)}.{nameof(BuriedNetwork.Joints)}";
        if (!(hertz >= LeastHertz && hertz <= MostHertz))
        {
            Add(nameof(hertz), $"The frequency must be from {LeastHertz:0} Hz to 1 MHz.");
        }

        if (!(network.Soil.ResistivityOhmMetres >= SoilGround.LeastOhmMetres && network.Soil.ResistivityOhmMetres <= SoilGround.MostOhmMetres))
        {
            Add($"{nameof(network)}.{nameof(network.Soil)}.{nameof(SoilGround.ResistivityOhmMetres)}", "The resistivity of soil must be from 0.1 Ω·m to 1,000,000 Ω·m.");
        }

        if (network.Lines.Count is 0 or > MostLines)
        {
            Add(lines, network.Lines.Count == 0 ? "There is no line; at least one is needed." : $"There are {network.Lines.Count} lines; {MostLines} is the most.");
        }

        for (var i = 0; i < network.Lines.Count; i++)
        {
            CheckLine(network.Lines[i], $"{lines}[{i}]", Add);
        }

        var lengths = new Dictionary<string, double>();
        for (var i = 0; i < network.Lines.Count; i++)
        {
            if (!lengths.TryAdd(network.Lines[i].Id, network.Lines[i].LengthMetres))
            {
                Add($"{lines}[{i}].{nameof(NetworkLine.Id)}", $"There are two lines called \"{network.Lines[i].Id}\"; each needs a name of its own.");
            }
        }

        if (lengths.Values.Sum() > MostMetres)
        {
            Add(lines, "There is more than 50 km of line in all; that is the most.");
        }

        void Place(LinePlace place, string field)
        {
            if (!lengths.TryGetValue(place.Line, out var length))
            {
                Add($"{field}.{nameof(LinePlace.Line)}", $"There is no line called \"{place.Line}\".");
            }
            else if (!(place.ChainageMetres >= 0 && place.ChainageMetres <= length + 1e-6))
            {
                Add($"{field}.{nameof(LinePlace.ChainageMetres)}", FormattableString.Invariant($"The chainage must be from 0 to {length:0.###} m, the length of line \"{place.Line}\"."));
            }
        }

        if (network.Bonds.Count > MostJoined || network.Joints.Count > MostJoined)
        {
            Add(network.Bonds.Count > MostJoined ? bonds : joints, $"There are {Math.Max(network.Bonds.Count, network.Joints.Count)}; {MostJoined} is the most.");
            return errors;
        }

        for (var i = 0; i < network.Bonds.Count; i++)
        {
            Place(network.Bonds[i].From, $"{bonds}[{i}].{nameof(Bond.From)}");
            Place(network.Bonds[i].To, $"{bonds}[{i}].{nameof(Bond.To)}");
            Ohms(network.Bonds[i].Ohms, $"{bonds}[{i}].{nameof(Bond.Ohms)}", Add);
        }

        for (var i = 0; i < network.Joints.Count; i++)
        {
            Place(network.Joints[i].At, $"{joints}[{i}].{nameof(InsulatingJoint.At)}");
            if (network.Joints[i].BridgeOhms is { } bridge)
            {
                Ohms(bridge, $"{joints}[{i}].{nameof(InsulatingJoint.BridgeOhms)}", Add);
            }
        }

        CheckSource(source, Place, Add);
        return errors;
    }

    private static void CheckLine(NetworkLine line, string field, Action<string, string> add)
    {
        if (line.Points.Count is < 2 or > MostPoints)
        {
            add($"{field}.{nameof(line.Points)}", line.Points.Count < 2 ? "A line needs at least two points." : $"A line has at most {MostPoints} points.");
        }
        else if (line.LengthMetres < LeastLineMetres)
        {
            add($"{field}.{nameof(line.Points)}", "All points are at one place; a line needs length.");
        }

        for (var k = 0; k < line.Points.Count; k++)
        {
            var point = line.Points[k];
            if (!(-point.Up > 0 && -point.Up <= LineRules.Depth.Most))
            {
                add($"{field}.{nameof(line.Points)}[{k}]", "The depth, third of the three, must be more than 0 and at most 100 m: depths count downwards, to the centre.");
                break;
            }

            if (!(Math.Abs(point.East) <= FarthestMetres && Math.Abs(point.North) <= FarthestMetres))
            {
                add($"{field}.{nameof(line.Points)}[{k}]", "East and north must be within 100 km of the origin.");
                break;
            }
        }

        if (line.Conductor is { } conductor)
        {
            if (!LineRules.Outside.Hold(conductor.OutsideMetres))
            {
                add($"{field}.{nameof(line.Conductor)}.{nameof(conductor.OutsideMetres)}", "The outside diameter must be from 0.1 mm to 10,000 mm.");
            }
            else if (line.Points.Any(p => -p.Up > 0 && -p.Up < conductor.RadiusMetres))
            {
                add($"{field}.{nameof(line.Points)}", "The line is thicker than it lies deep; depths are to the centre.");
            }
        }

        Ohms(line.Start.Ohms, $"{field}.{nameof(line.Start)}.{nameof(LineEnd.Ohms)}", add);
        Ohms(line.End.Ohms, $"{field}.{nameof(line.End)}.{nameof(LineEnd.Ohms)}", add);
    }

    private static void CheckSource(SignalSource source, Action<LinePlace, string> place, Action<string, string> add)
    {
        switch (source)
        {
            case DirectSource direct:
                const string stake = $"{nameof(source)}.{nameof(DirectSource.Stake)}";
                place(direct.At, $"{nameof(source)}.{nameof(direct.At)}");
                if (!(direct.Stake.LengthMetres is >= 0.01 and <= 10))
                {
                    add($"{stake}.{nameof(EarthStake.LengthMetres)}", "The driven length must be from 0.01 m to 10 m.");
                }

                if (!(direct.Stake.RadiusMetres > 0 && direct.Stake.RadiusMetres * 2 <= direct.Stake.LengthMetres))
                {
                    add($"{stake}.{nameof(EarthStake.RadiusMetres)}", "The radius of the rod must be more than 0 and no more than half its driven length.");
                }

                if (direct.Stake.Ohms is { } ohms)
                {
                    Ohms(ohms, $"{stake}.{nameof(EarthStake.Ohms)}", add);
                }

                break;
            case ClampSource clamp:
                place(clamp.At, $"{nameof(source)}.{nameof(clamp.At)}");
                break;
        }
    }

    private static void Ohms(double ohms, string field, Action<string, string> add)
    {
        if (!(ohms is >= 0 and <= 1e9))
        {
            add(field, "The resistance must be from 0 to 1,000,000,000 Ω.");
        }
    }
}
