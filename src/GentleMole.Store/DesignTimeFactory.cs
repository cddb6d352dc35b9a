using Microsoft.EntityFrameworkCore.Design;

namespace GentleMole.Store;

/// <summary>Used by the migrations tool alone.</summary>
internal sealed class DesignTimeFactory : IDesignTimeDbContextFactory<MoleDb>
{
    public MoleDb CreateDbContext(string[] args) => StoreSetup.Open(Path.Combine(Path.GetTempPath(), "gentle-mole-design.db"));
}
