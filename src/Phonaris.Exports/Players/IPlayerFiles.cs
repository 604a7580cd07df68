namespace Phonaris.Exports.Players;

/// <summary>Takes what a player consists of, beside its own code, one thing after the other.</summary>
internal interface IPlayerFiles : IAsyncDisposable
{
    /// <summary>Takes a picture, or a video.</summary>
    /// <returns>What the player finds it by.</returns>
    Task<string> AddFileAsync(string name, string path, CancellationToken cancel);

    /// <summary>Takes some pieces of a stem.</summary>
    Task AddPiecesAsync(string name, IReadOnlyList<byte[]> pieces, CancellationToken cancel);

    /// <summary>Takes what the player is given of the show, as JSON; the last thing.</summary>
    Task EndAsync(string data, CancellationToken cancel);
}
