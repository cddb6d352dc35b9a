using GentleMole.Core.Yards;

namespace GentleMole.Web.Practice;

/// <summary>Puts practice together.</summary>
internal static class PracticeSetup
{
    public static void AddPractice(this IServiceCollection services)
    {
        services.AddSingleton<LiveRounds>();
        services.AddScoped(_ => new YardShelf(YardBook.All));
        services.AddScoped<PracticeDesk>();
    }
}
