namespace Phonaris.Storage;

/// <summary>The shows used last, so that a show being worked on is not read again for each request.</summary>
internal sealed class RecentShows
{
    /// <summary>How many are kept. A long show takes some megabytes.</summary>
    private const int Most = 12;

    private readonly LinkedList<StoredShow> _shows = new();

    /// <summary>A show, or null where it is not among them.</summary>
    public StoredShow? Find(string id)
    {
        lock (_shows)
        {
            if (NodeOf(id) is not { } node) return null;
            _shows.Remove(node);
            _shows.AddFirst(node);
            return node.Value;
        }
    }

    /// <summary>Keeps a show, in place of an earlier revision of it; a later one stays.</summary>
    public StoredShow Keep(StoredShow show)
    {
        lock (_shows)
        {
            if (NodeOf(show.Id) is { } node)
            {
                if (node.Value.Revision > show.Revision) return show;
                _shows.Remove(node);
            }
            _shows.AddFirst(show);
            if (_shows.Count > Most) _shows.RemoveLast();
            return show;
        }
    }

    /// <summary>Removes a show.</summary>
    public void Remove(string id)
    {
        lock (_shows)
            if (NodeOf(id) is { } node) _shows.Remove(node);
    }

    private LinkedListNode<StoredShow>? NodeOf(string id)
    {
        for (var node = _shows.First; node is not null; node = node.Next)
            if (node.Value.Id == id) return node;
        return null;
    }
}
