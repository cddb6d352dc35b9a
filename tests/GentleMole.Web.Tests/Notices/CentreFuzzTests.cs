using System.Text;
using System.Text.Json;
using GentleMole.Exchange.Tests;
using GentleMole.Web.Centre;
using NodaTime;

namespace GentleMole.Web.Tests.Notices;

/// <summary>What a notice centre sends, as a fuzzer makes it: sorted into jobs and what is put aside, or told as no list.</summary>
public class CentreFuzzTests
{
    private const string Good =
        """[{"sequence":5,"number":"N-5","name":"Quay wall","where":"Pellow Bay","digger":"R.","contact":"555","purpose":"wall","means":"hand","receivedAt":"2026-11-25T09:00:00Z","digPlanned":"2026-11-28","digDepthMetres":1.2,"latitude":49.7,"longitude":-7.4,"area":[[0,0],[4,0],[4,3]],"utilities":[{"kind":"gas","owner":"Tamsin Gas"}]},{"sequence":6,"number":"N-6","name":"x","latitude":1,"longitude":1}]""";

    [Fact]
    public void Answers_of_the_centre() => Mutated.Hold(Mutated.Of(Encoding.UTF8.GetBytes(Good)), bytes =>
    {
        try
        {
            var read = CentreInbox.Read(Encoding.UTF8.GetString(bytes), 0, "Europe/London", Instant.FromUtc(2026, 11, 27, 9, 0));
            Assert.All(read, n => Assert.True(n.Job is not null ? GentleMole.Core.Site.KeptValues.Wrong("OriginLatitude", n.Job.OriginLatitude) is null && n.Job.Name.Length is > 0 and <= 200 : n.Trouble.Length > 5));
        }
        catch (JsonException)
        {
            // No list at all.
        }
    });
}
