namespace GentleMole.Web.Practice;

/// <summary>Puts practice together.</summary>
internal static class PracticeSetup
{
    public static void AddPractice(this IServiceCollection services)
    {
        services.AddSingleton<LiveRounds>();
        services.AddScoped<YardShelf>();
        services.AddScoped<PracticeDesk>();
    }
}
