using GentleMole.Core.Lines;
using GentleMole.Core.Network;

namespace GentleMole.Core.Identify;

/// <summary>One thing that what was read says of the ground, against what is supposed of it.</summary>
/// <param name="Chance">How likely it is after everything that was read.</param>
/// <param name="Value">Its size, by its kind.</param>
public sealed record GroundLesson(LessonKind Kind, double Chance, double Value)
{
    /// <summary>Likelier than this it is worth telling.</summary>
    public const double LeastChance = 0.6;

    // How far a middle has to lie off what was supposed (logarithm), and how narrow it has to be against the doubt before.
    private const double SoilOff = 0.26;
    private const double SoilSigma = 0.3;
    private const double OhmsOff = 0.5;
    private const double OhmsSigma = 0.45;

    /// <summary>What was believed before counts as so many witnesses.</summary>
    private const double Doubting = 5;

    /// <summary>The same where as many grounds have the thing as have not: chance helps both alike.</summary>
    private const double DoubtingAsked = 0.25;

    /// <summary>A bond that has more of the weight than this is asked after again.</summary>
    private const double WorthAsking = 0.2;

    /// <summary>The line that it is about; null for soil.</summary>
    public string? Line { get; init; }

    /// <summary>Which end of it.</summary>
    public bool IsAtEnd { get; init; }

    /// <summary>Both places of a bond.</summary>
    public Bond? Bond { get; init; }

    /// <summary>Depth of a line that nobody drew.</summary>
    public Depth? Depth { get; init; }

    /// <summary>A bond that nobody drew which may explain much, whether it is worth telling or not; null where there is hardly one.</summary>
    public static Bond? LikeliestBond(DotChains chains) =>
        Likeliest([.. chains.Weighed.SelectMany(c => c.Chain.Particles.Select(p => (c.Model.Grounds[p.Ground].Draw, c.Weight / c.Chain.Particles.Count)))]) is var (bond, weight) && weight > WorthAsking ? bond : null;

    /// <summary>The bond between two lines that most of the weight has: in the middle of where it may be, and what it has of resistance.</summary>
    private static (Bond Bond, double Weight)? Likeliest(IReadOnlyList<(GroundDraw Draw, double Weight)> seen)
    {
        var most = seen.Where(s => s.Draw.HiddenBond is not null).GroupBy(s => (From: s.Draw.HiddenBond!.From.Line, To: s.Draw.HiddenBond.To.Line)).MaxBy(g => g.Sum(b => b.Weight));
        if (most is null)
        {
            return null;
        }

        var (passed, total) = (0.0, most.Sum(b => b.Weight));
        var middle = most.OrderBy(b => b.Draw.HiddenBond!.From.ChainageMetres).First(b => (passed += b.Weight) >= total / 2).Draw.HiddenBond!;
        return (middle with { Ohms = Math.Exp(most.Sum(b => b.Weight * Math.Log(b.Draw.HiddenBond!.Ohms)) / total) }, total);
    }

    private static bool IsAlike(Bond? one, Bond other) => one is not null && (one.From.Line, one.To.Line) == (other.From.Line, other.To.Line);

    /// <summary>Everything worth telling, the likeliest first.</summary>
    /// <param name="isBondAsked">True where half of the grounds have a bond that seemed likely, and as many have none.</param>
    public static IReadOnlyList<GroundLesson> Of(DotChains chains, bool isBondAsked = false)
    {
        var task = chains.Task;
        var seen = new List<(GroundDraw Draw, SolvedGround Ground, double Aside, double Deeper, double Weight)>();
        foreach (var (chain, model, weight) in chains.Weighed)
        {
            seen.AddRange(chain.Particles.Select(p => (
                model.Grounds[p.Ground].Draw, model.Grounds[p.Ground], model.Places.Of(p.Aside, model.Unknown)[0], model.Places.Of(p.Deeper, model.Unknown)[0], weight / chain.Particles.Count)));
        }

        // Few grounds are left where much was read, and these have much in common by chance: they count as so many witnesses, no more.
        var witnesses = 1 / seen.GroupBy(s => s.Draw).Sum(g => Math.Pow(g.Sum(s => s.Weight), 2));
        double Chance(Func<GroundDraw, bool> holds, double before, double doubting = Doubting) =>
            ((witnesses * seen.Where(s => holds(s.Draw)).Sum(s => s.Weight)) + (doubting * before)) / (witnesses + doubting);
        (double Middle, double Sigma) Log(Func<GroundDraw, bool> holds, Func<GroundDraw, double> value)
        {
            var some = seen.Where(s => holds(s.Draw)).Select(s => (Value: Math.Log(value(s.Draw)), s.Weight)).ToList();
            var total = some.Sum(s => s.Weight);
            var middle = some.Sum(s => s.Value * s.Weight) / total * witnesses / (witnesses + Doubting);
            return (middle, Math.Sqrt(some.Sum(s => s.Weight * (s.Value - middle) * (s.Value - middle)) / total));
        }

        var lessons = new List<GroundLesson>();
        var (soil, soilSigma) = Log(_ => true, d => d.Network.Soil.ResistivityOhmMetres / task.Network.Soil.ResistivityOhmMetres);
        if (Math.Abs(soil) > SoilOff && soilSigma < SoilSigma)
        {
            lessons.Add(new GroundLesson(LessonKind.Soil, Chance(d => d.Network.Soil.ResistivityOhmMetres > task.Network.Soil.ResistivityOhmMetres == soil > 0, 0.5), task.Network.Soil.ResistivityOhmMetres * Math.Exp(soil)));
        }

        for (var line = 0; line < task.Network.Lines.Count; line++)
        {
            foreach (var atEnd in new[] { false, true })
            {
                var (index, id) = (line, task.Network.Lines[line].Id);
                LineEnd End(BuriedNetwork network) => atEnd ? network.Lines[index].End : network.Lines[index].Start;
                bool IsOther(GroundDraw draw) => draw.OtherEnds.Contains((index, atEnd));
                var supposed = End(task.Network);
                var other = Chance(IsOther, 0.1);
                if (other >= LeastChance)
                {
                    lessons.Add(supposed.Kind == EndKind.Earthed
                        ? new GroundLesson(LessonKind.EndIsOpen, other, 0) { Line = id, IsAtEnd = atEnd }
                        : new GroundLesson(LessonKind.EndIsEarthed, other, Math.Exp(Log(IsOther, d => End(d.Network).Ohms).Middle)) { Line = id, IsAtEnd = atEnd });
                }
                else if (supposed.Kind == EndKind.Earthed && other < 1 - LeastChance && Log(d => !IsOther(d), d => End(d.Network).Ohms / supposed.Ohms) is var (off, sigma)
                    && Math.Abs(off) > OhmsOff && sigma < OhmsSigma)
                {
                    lessons.Add(new GroundLesson(LessonKind.EndOhms, Chance(d => !IsOther(d) && End(d.Network).Ohms > supposed.Ohms == off > 0, 0.5), supposed.Ohms * Math.Exp(off)) { Line = id, IsAtEnd = atEnd });
                }
            }
        }

        if (Likeliest([.. seen.Select(s => (s.Draw, s.Weight))]) is var (bond, _) && Chance(d => IsAlike(d.HiddenBond, bond), 0.02, isBondAsked ? DoubtingAsked : Doubting) is var bonded and >= LeastChance)
        {
            lessons.Add(new GroundLesson(LessonKind.Bond, bonded, bond.Ohms) { Line = bond.From.Line, Bond = bond });
        }

        if (Chance(d => d.HasUnknown, 0.25) is var stranger and >= LeastChance)
        {
            var (run, dot) = (task.Network.Line(task.Target).OnPlan(), task.Dots[0].Dot);
            var there = seen.Where(s => s.Draw.HasUnknown).Select(s =>
            {
                var shape = s.Ground.Shapes[^1];
                var (_, depth, foot) = shape.Near(dot - (shape.Aside * s.Aside));
                return (Offset: run.Project(foot + (shape.Aside * s.Aside)).OffsetMetres, Depth: depth * Math.Exp(s.Deeper), s.Weight);
            }).ToList();
            lessons.Add(new GroundLesson(LessonKind.UnknownLine, stranger, there.Sum(t => t.Offset * t.Weight) / there.Sum(t => t.Weight))
            {
                Depth = Lines.Depth.OfMetres(there.Sum(t => t.Depth * t.Weight) / there.Sum(t => t.Weight)),
            });
        }

        string? ClipOn(SignalSource source) => source switch { DirectSource d => d.At.Line, ClampSource c => c.At.Line, _ => null };
        foreach (var clip in seen.GroupBy(s => ClipOn(s.Draw.Source)).Where(g => g.Key is not null && g.Key != ClipOn(task.Source)))
        {
            if (Chance(d => ClipOn(d.Source) == clip.Key, 0.12) is var chance and >= LeastChance)
            {
                lessons.Add(new GroundLesson(LessonKind.WrongClip, chance, 0) { Line = clip.Key });
            }
        }

        return [.. lessons.OrderByDescending(l => l.Chance)];
    }
}
