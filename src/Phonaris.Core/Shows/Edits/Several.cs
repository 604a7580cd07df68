namespace Phonaris.Core.Shows.Edits;

/// <summary>Several edits as one: made together, undone together.</summary>
/// <param name="Edits">The edits, in the order they are made.</param>
/// <param name="What">What they do as a whole, for the history.</param>
public sealed record Several(ValueList<Edit> Edits, string What) : Edit
{
    /// <inheritdoc/>
    public override Applied Apply(Show show)
    {
        List<Edit> back = [];
        foreach (var edit in Edits)
        {
            (show, var inverse) = edit.Apply(show);
            // An arrangement is of all slides: undone right after this one, the move before puts everything back by itself.
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
