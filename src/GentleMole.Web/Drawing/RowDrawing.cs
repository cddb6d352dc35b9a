using GentleMole.Core;
using GentleMole.Core.Marking;
using GentleMole.Core.Pinpoint;
using GentleMole.Exchange.Scenes;
using GentleMole.Web.Words;

namespace GentleMole.Web.Drawing;

/// <summary>
/// A row across and what it says: readings with the fitted responses, what the fit leaves of each, the marks of the schools with
/// their tolerance, and the ground below with line and neighbour in it. Offsets on one scale from top to bottom. Pixels.
/// </summary>
internal sealed class RowDrawing
{
    /// <summary>Beside the plan, where a dot's verdict stands.</summary>
    public const int PanelWidth = 400;

    /// <summary>On a page of its own.</summary>
    public const int WideWidth = 680;

    private const int WideFrom = 600;
    private const int WideHeight = 640;
    private const int NarrowHeight = 540;
    private const double Left = 54;
    private const double Right = 18;
    private const double Top = 30;
    private const double RestHalf = 17;
    private const double SchoolStep = 18;
    private const double Bottom = 20;

    /// <summary>Misfits beyond so many standard deviations are drawn at the edge of their strip.</summary>
    private const double MostDeviates = 4;

    private readonly IReadOnlyList<CrossReading> _readings;
    private readonly PinpointResult _result;
    private readonly ReadingNoise _noise;
    private readonly Person _person;
    private readonly int _width;
    private readonly int _height;
    private readonly double _low;
    private readonly double _high;
    private readonly double _strongest;
    private readonly double _deepest;

    /// <param name="noise">Scatter that was taken for the fit.</param>
    public RowDrawing(IReadOnlyList<CrossReading> readings, PinpointResult result, ReadingNoise noise, Person person, int width)
    {
        (_readings, _result, _noise, _person, _width, _height) = (readings, result, noise, person, width, width < WideFrom ? NarrowHeight : WideHeight);
        var offsets = readings.Select(r => r.OffsetMetres).Concat(result.Next.Select(n => n.OffsetMetres)).ToList();
        var (low, high) = (offsets.Min(), offsets.Max());
        var pad = Math.Max((high - low) * 0.06, 0.1);

        // A neighbour beside the row is drawn too, as far as half a row away.
        var other = result.Neighbour is { } n ? Math.Clamp(n.NeighbourOffsetMetres, low - ((high - low) / 2), high + ((high - low) / 2)) : low;
        (_low, _high) = (Math.Min(low, other) - pad, Math.Max(high, other) + pad);
        _strongest = Math.Max(readings.Max(r => Math.Max(r.Peak, r.Null ?? 0)), 1e-12) * 1.08;
        _deepest = Math.Max(Math.Max(result.Depth.Value + (result.Depth.HalfWidth * 0.5), Math.Min(result.Neighbour?.NeighbourDepth.Metres ?? 0, 2 * result.Depth.Value)) * 1.25, 0.5);
        Rests = ChartBottom + 12 + RestHalf;
        Ground = Rests + RestHalf + 12 + (SchoolStep * result.Marks.Count) + 6;
        Scene = new(
            SceneFrame.Chart(width, _height), "Readings across, what fits them, marks by school, and the ground below",
            [new("frame", [.. Frame()], IsDumb: true), new("profile", [.. Responses(), .. Misfits(), .. Schools(), .. Lines()])], []);
    }

    public Scene Scene { get; }

    /// <summary>Surface of the ground.</summary>
    public double Ground { get; }

    private double ChartBottom => Top + (0.36 * (_height - Top));

    private double Rests { get; }

    public double X(double offset) => Left + ((Math.Clamp(offset, _low, _high) - _low) / (_high - _low) * (_width - Left - Right));

    public double YDepth(double depth) => Ground + (depth / _deepest * (_height - Ground - Bottom));

    private double Y(double response) => ChartBottom - (Math.Clamp(response / _strongest, 0, 1.1) * (ChartBottom - Top));

    private IEnumerable<SceneShape> Frame()
    {
        yield return ScenePath.Box(Looks.Filled(Tint.Ground1), 0, Ground, _width, _height);
        foreach (var offset in Ticks.Between(_low, _high, Ticks.Step((_high - _low) / (_width / 80.0))))
        {
            yield return new ScenePath(Looks.DepthLine, [new(X(offset), Top), new(X(offset), Ground)]);
            yield return new SceneText(Looks.Grid, new(X(offset), _height - 5), PlanDrawing.N(offset) + " m", 0, 0, 0);
        }

        var step = Ticks.Step(_deepest / 4);
        foreach (var depth in Ticks.Between(step, _deepest, step))
        {
            yield return new ScenePath(Looks.DepthLine, [new(Left, YDepth(depth)), new(_width - Right, YDepth(depth))]);
            yield return new SceneText(Looks.Grid, new(Left - 6, YDepth(depth)), PlanDrawing.N(depth) + " m", 0, 4, 1);
        }

        yield return new ScenePath(Looks.Axis, [new(Left, ChartBottom), new(_width - Right, ChartBottom)]);
        yield return new ScenePath(Looks.DepthLine, [new(Left, Rests), new(_width - Right, Rests)]);
        yield return new SceneText(Looks.Grid, new(Left - 6, Rests), "misfit", 0, 4, 1);
        yield return new ScenePath(Looks.GroundLine, [new(0, Ground), new(_width, Ground)]);
    }

    private IEnumerable<SceneShape> Responses()
    {
        var height = _readings.Average(r => r.HeightMetres);
        yield return ScenePath.Box(Looks.Interval, X(_result.Position.Low95), Top, Math.Max(X(_result.Position.Low95) + 1.5, X(_result.Position.High95)), _height - Bottom);
        foreach (var isPeak in new[] { true, false })
        {
            yield return new ScenePath(isPeak ? Looks.Peak : Looks.Null, [.. Enumerable.Range(0, 241).Select(i =>
            {
                var offset = _low + ((_high - _low) * i / 240);
                var field = _result.ResponseAt(offset, height);
                return new ScenePoint(X(offset), Y(Math.Abs(isPeak ? field.HorizontalTesla : field.VerticalTesla)));
            })]);
        }

        foreach (var reading in _readings)
        {
            yield return new SceneMark(Symbols.ReadPeak, new(X(reading.OffsetMetres), Y(reading.Peak)));
            if (reading.Null is { } vertical)
            {
                yield return new SceneMark(Symbols.ReadNull, new(X(reading.OffsetMetres), Y(vertical)));
            }
        }

        foreach (var next in _result.Next)
        {
            yield return new SceneMark(Symbols.LooseDot, new(X(next.OffsetMetres), ChartBottom));
        }

        yield return new SceneMark(Symbols.ReadPeak, new(Left + 6, 14));
        yield return new SceneText(Looks.Name, new(Left + 16, 18), "peak");
        yield return new SceneMark(Symbols.ReadNull, new(Left + 62, 14));
        yield return new SceneText(Looks.Name, new(Left + 72, 18), "null");
        yield return new SceneText(Looks.Name, new(Left + 112, 18), _result.Next.Count > 0 ? "band: the line, 95 % · ○ read here next" : "band: the line, 95 %");
    }

    /// <summary>What the fit leaves of every reading, in standard deviations of its scatter.</summary>
    private IEnumerable<SceneShape> Misfits()
    {
        foreach (var reading in _readings)
        {
            var field = _result.ResponseAt(reading.OffsetMetres, reading.HeightMetres);
            double At(double read, double fitted) =>
                Rests - (RestHalf * Math.Clamp((read - Math.Abs(fitted)) / _noise.SigmaAt(fitted), -MostDeviates, MostDeviates) / MostDeviates);
            var peak = At(reading.Peak, field.HorizontalTesla);
            yield return new ScenePath(Looks.Whisker, [new(X(reading.OffsetMetres) - 2, Rests), new(X(reading.OffsetMetres) - 2, peak)]);
            if (reading.Null is { } vertical)
            {
                yield return new ScenePath(Looks.Null with { Dash = "" }, [new(X(reading.OffsetMetres) + 2, Rests), new(X(reading.OffsetMetres) + 2, At(vertical, field.VerticalTesla))]);
            }
        }
    }

    private IEnumerable<SceneShape> Schools()
    {
        var y = Rests + RestHalf + 12 + (SchoolStep / 2);
        foreach (var mark in _result.Marks)
        {
            var reach = mark.ReachMetres;
            var (from, to) = (X(mark.OffsetMetres - reach), X(mark.OffsetMetres + reach));
            yield return new ScenePath(Looks.Upright, [new(from, y), new(to, y)]);
            foreach (var end in new[] { from, to })
            {
                yield return new ScenePath(Looks.Upright, [new(end, y - 4), new(end, y + 4)]);
            }

            yield return mark.WidthMetres > 0
                ? ScenePath.Box(Looks.Solid, X(mark.OffsetMetres - (mark.WidthMetres / 2)), y - 3, X(mark.OffsetMetres + (mark.WidthMetres / 2)), y + 3)
                : new SceneMark(Symbols.ReadPeak, new(X(mark.OffsetMetres), y));
            var says = $"{ReasonWords.School(mark.School)} {FigureWords.Chance(mark.Chance)}";

            // Beside the bar on the side where there is room, else at the edge over it.
            var text = new SceneText(Looks.Name, new(to, y), says, 8, 4);
            yield return to + 8 + text.Width <= _width - 4 ? text
                : from - 8 - text.Width >= 4 ? new SceneText(Looks.Name, new(from, y), says, -8, 4, 1)
                : new SceneText(Looks.Name, new(_width - 4, y), says, 0, 4, 1);
            y += SchoolStep;
        }
    }

    private IEnumerable<SceneShape> Lines()
    {
        if (_result.Neighbour is { } other)
        {
            ScenePoint beside = new(X(other.NeighbourOffsetMetres), Math.Min(YDepth(other.NeighbourDepth.Metres), _height - Bottom));
            yield return new SceneMark(other.CurrentRatio < 0 ? Symbols.ConductorBack : Symbols.Conductor, beside);
            var says = $"neighbour, {Math.Abs(other.CurrentRatio):0.00} of it{(other.CurrentRatio < 0 ? ", back" : "")}";
            yield return beside.X > _width / 2.0
                ? new SceneText(Looks.BelowGround, beside, says, -14, 5, 1)
                : new SceneText(Looks.BelowGround, beside, says, 14, 5);
        }

        var (x, y) = (X(_result.Position.Value), YDepth(_result.Depth.Value));
        yield return new ScenePath(Looks.Whisker, [new(x, YDepth(_result.Depth.Low95)), new(x, Math.Min(_height - 4, YDepth(_result.Depth.High95)))]);
        yield return new SceneMark(Symbols.Conductor, new(x, y));
        yield return x > _width / 2.0
            ? new SceneText(Looks.BelowGround, new(x, y), _person.Length(_result.Depth.Value), -14, 5, 1)
            : new SceneText(Looks.BelowGround, new(x, y), _person.Length(_result.Depth.Value), 14, 5);
    }
}
