namespace Phonaris.Storage;

/// <summary>The most recently used shows, so that requests need not read them again.</summary>
internal sealed class RecentShows
{
    /// <summary>How many are cached. A long show takes some megabytes.</summary>
    private const int Most = 12;

    private readonly LinkedList<StoredShow> _shows = new();

    /// <summary>A show, or null when it is not cached.</summary>
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

    /// <summary>Caches a show, replacing an earlier revision but not a later one.</summary>
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
