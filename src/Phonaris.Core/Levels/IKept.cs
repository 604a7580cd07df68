namespace Phonaris.Core.Levels;

/// <summary>Keeps what was measured, by what it follows from; what is not asked for may be given up.</summary>
public interface IKept
{
    /// <summary>What is kept under a name, measured now where it is not.</summary>
    /// <param name="key">Its name: a value, equal for what comes to the same.</param>
    /// <param name="measure">Measures it.</param>
    /// <param name="bytes">About what it holds, in bytes.</param>
    T Get<T>(object key, Func<T> measure, long bytes)
        where T : class;
}
