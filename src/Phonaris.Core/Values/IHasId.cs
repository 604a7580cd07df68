namespace Phonaris.Core.Values;

/// <summary>An object with an id, by which it can be found in a list, see <see cref="ValueList.IndexOf{T}"/>.</summary>
public interface IHasId
{
    /// <summary>Its id, which never changes.</summary>
    string Id { get; }
}
