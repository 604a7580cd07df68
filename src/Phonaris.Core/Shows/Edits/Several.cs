namespace Phonaris.Core.Shows.Edits;

/// <summary>Several edits that are made and undone together.</summary>
/// <param name="Edits">The edits, in the order they are made.</param>
/// <param name="What">A description of the whole, for the history.</param>
public sealed record Several(ValueList<Edit> Edits, string What) : Edit
{
    /// <inheritdoc/>
    public override Applied Apply(Show show)
    {
        List<Edit> back = [];
        foreach (var edit in Edits)
        {
            (show, var inverse) = edit.Apply(show);
            // An arrangement covers all slides: when it is undone right after this edit, the move before it restores everything.
            if (inverse is ArrangeSlides && back is [ArrangeSlides, ..]) continue;
            back.Insert(0, inverse);
        }
        return new(show, new Several([.. back], $"Undid: {What}"));
    }

    /// <inheritdoc/>
    public override string Sentence(Show before) => What;

    /// <inheritdoc/>
    public override IEnumerable<string> Touches(Show before)
    {
        var touches = new HashSet<string>();
        foreach (var edit in Edits)
        {
            touches.UnionWith(edit.Touches(before));
            before = edit.Apply(before).Show;
        }
        return touches;
    }
}
