using System.Runtime.InteropServices;

namespace Phonaris.App;

/// <summary>The memory of native libraries.</summary>
internal static partial class NativeMemory
{
    private const int ArenaMax = -8, Arenas = 2;

    /// <summary>
    /// Limits glibc to two heaps (mallopt, M_ARENA_MAX). Pictures are drawn in native memory: with a heap for each thread, a hundred
    /// megabytes of it would stay unused.
    /// </summary>
    public static void LimitArenas()
    {
        try
        {
            _ = Mallopt(ArenaMax, Arenas);
        }
        catch (EntryPointNotFoundException)
        {
            // Another C library.
        }
    }

    [LibraryImport("libc", EntryPoint = "mallopt")]
    private static partial int Mallopt(int parameter, int value);
}
