using BenchmarkDotNet.Configs;
using BenchmarkDotNet.Jobs;
using BenchmarkDotNet.Running;
using GentleMole.Benchmarks;

await HookupBench.RunAsync();
await SheetBench.RunAsync();
await NoticeBench.RunAsync();
if (!args.Contains("--sheet"))
{
    BenchmarkRunner.Run<FitBench>(DefaultConfig.Instance.AddJob(Job.ShortRun));
    BenchmarkRunner.Run<SignalBench>(DefaultConfig.Instance.AddJob(Job.ShortRun));
}
