using GentleMole.Store.Log;
using GentleMole.Store.Writing;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Design;
using Microsoft.EntityFrameworkCore.Diagnostics;
using Microsoft.Extensions.DependencyInjection;

namespace GentleMole.Store;

/// <summary>Used by the migrations tool alone.</summary>
internal sealed class DesignTimeFactory : IDesignTimeDbContextFactory<MoleDb>
{
    public MoleDb CreateDbContext(string[] args)
    {
        var options = new DbContextOptionsBuilder<MoleDb>();
        StoreSetup.Configure(options, Path.Combine(Path.GetTempPath(), "gentle-mole-design.db"));
#pragma warning disable CA2000 // It lives as long as the tool.
        return new MoleDb(options.Options, new ChangeContext(TimeProvider.System), new WriteGate());
#pragma warning restore CA2000
    }
}
