using System.Runtime.InteropServices;

namespace LoyalLadder.Data.Terms;

/// <summary>Long work on a thread of its own that gives way to every other: pages stay quick while it runs.</summary>
public static partial class LowPriorityThread
{
    /// <summary>What the system calls the gentlest of its ordinary manners.</summary>
    private const int Gentlest = 19;

    /// <summary>Runs work there.</summary>
    public static Task<T> Run<T>(Func<T> work)
    {
        var done = new TaskCompletionSource<T>(TaskCreationOptions.RunContinuationsAsynchronously);
        var thread = new Thread(() =>
        {
            try
            {
                GiveWay();
                done.SetResult(work());
            }
            catch (Exception e)
            {
                // whoever waits has to hear of it, whatever it was
                done.SetException(e);
            }
        })
        {
            IsBackground = true,
            Name = "term plan",
        };
        thread.Start();
        return done.Task;
    }

    /// <summary>A thread's own priority does nothing on Linux; its niceness does.</summary>
    private static void GiveWay()
    {
        if (OperatingSystem.IsLinux())
            _ = SetPriority(0, 0, Gentlest);
        else
            Thread.CurrentThread.Priority = ThreadPriority.Lowest;
    }

    /// <param name="which">0: a process, which on Linux is a thread.</param>
    /// <param name="who">0: the one that asks.</param>
    /// <param name="priority">−20 to 19; whoever has more gives way.</param>
    [LibraryImport("libc", EntryPoint = "setpriority", SetLastError = true)]
    [DefaultDllImportSearchPaths(DllImportSearchPath.SafeDirectories)]
    private static partial int SetPriority(int which, uint who, int priority);
}
