using Ical.Net;
using NodaTime;

namespace GentleMole.Exchange.Tests;

public class CalendarTests
{
    [Fact]
    public void Whole_days_and_visits_read_back_with_their_zone()
    {
        var text = CalendarWriter.Write("Burrow & Lantern", "Europe/London", Instant.FromUtc(2026, 7, 1, 8, 0, 0),
        [
            new CalendarDay("job-1-answerdue@x", "Answer due: Quay; steps, south", "Long Street\nPellow Bay", new LocalDateTime(2026, 12, 31, 0, 0), null),
            new CalendarDay("visit-4@x", "On site", "", new LocalDateTime(2026, 7, 2, 9, 30), new LocalDateTime(2026, 7, 2, 11, 0)),
        ]);
        var calendar = Calendar.Load(text)!;
        var (due, visit) = (calendar.Events.Single(e => e.Uid == "job-1-answerdue@x"), calendar.Events.Single(e => e.Uid == "visit-4@x"));

        Assert.True(due.IsAllDay);
        Assert.Equal(new DateOnly(2026, 12, 31), due.Start!.Date);
        Assert.Equal(new DateOnly(2027, 1, 1), due.End!.Date);
        Assert.Equal("Answer due: Quay; steps, south", due.Summary);
        Assert.Equal("Long Street\nPellow Bay", due.Description);
        Assert.Equal(new DateTime(2026, 7, 2, 8, 30, 0), visit.Start!.AsUtc);
        Assert.All(text.Split("\r\n"), line => Assert.True(line.Length <= 76));
    }

    [Theory]
    [InlineData("Quay\r\nEND:VEVENT\r\nBEGIN:VEVENT\r\nSUMMARY:forged")]
    [InlineData("Quay\nATTACH:http://elsewhere.example/x")]
    [InlineData("Quay\rDTSTART:20300101")]
    [InlineData("Quay\u2028BEGIN:VALARM")]
    public void Words_with_line_breaks_are_words(string words)
    {
        var text = CalendarWriter.Write("Burrow & Lantern", "UTC", Instant.FromUtc(2026, 7, 1, 8, 0, 0), [new CalendarDay("job-1@x", words, words, new LocalDateTime(2026, 12, 31, 0, 0), null)]);

        var only = Calendar.Load(text)!.Events.Single();
        Assert.Equal(new DateOnly(2026, 12, 31), only.Start!.Date);
        Assert.Empty(only.Attachments);
        Assert.Empty(only.Alarms);
    }
}
