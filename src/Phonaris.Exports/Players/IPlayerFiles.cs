namespace Phonaris.Exports.Players;

/// <summary>Receives the content of a player, apart from its code, item by item.</summary>
internal interface IPlayerFiles : IAsyncDisposable
{
    /// <summary>Receives a picture or a video.</summary>
    /// <returns>The name the player uses for it.</returns>
    Task<string> AddFileAsync(string name, string path, CancellationToken cancel);

    /// <summary>Receives some pieces of a stem.</summary>
    Task AddPiecesAsync(string name, IReadOnlyList<byte[]> pieces, CancellationToken cancel);

    /// <summary>Receives the show data as JSON; called last.</summary>
    Task EndAsync(string data, CancellationToken cancel);
}
