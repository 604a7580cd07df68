namespace Phonaris.Formats.Presentations;

/// <summary>The parts that a presentation needs besides its slides, as templates.</summary>
internal static class BlankParts
{
    /// <summary>Returns the bytes of one.</summary>
    /// <param name="name">The name of its file in the folder <c>Blank</c>.</param>
    public static Func<Stream> Open(string name) => () => typeof(BlankParts).Assembly.GetManifestResourceStream(name) ?? throw new InvalidOperationException($"{name} is missing from the resources.");
}
