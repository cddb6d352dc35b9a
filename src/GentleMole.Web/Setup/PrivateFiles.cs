using System.Runtime.InteropServices;

namespace GentleMole.Web.Setup;

/// <summary>Files and directories that this process makes are for its owner alone (POSIX umask 077), the database's own too.</summary>
internal static partial class PrivateFiles
{
    /// <summary>Bits that are taken away: everything of group and others.</summary>
    private const uint OthersNothing = 0x3F;

    public static void Begin() => _ = Umask(OthersNothing);

    [DllImport("libc", EntryPoint = "umask")]
    [DefaultDllImportSearchPaths(DllImportSearchPath.SafeDirectories)]
    private static extern uint Umask(uint mask);
}
