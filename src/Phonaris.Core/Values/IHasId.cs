namespace Phonaris.Core.Values;

/// <summary>A thing that has a name of its own among its like, and can be found by it, see <see cref="ValueList.IndexOf{T}"/>.</summary>
public interface IHasId
{
    /// <summary>Its id for as long as what it is in lives.</summary>
    string Id { get; }
}
