using System.Collections;
using System.Collections.Immutable;
using System.Runtime.CompilerServices;
using System.Text.Json;
using System.Text.Json.Serialization;

namespace Phonaris.Core.Values;

/// <summary>
/// An immutable list that equals another if their items are equal, so that whole shows can be compared by value.
/// Written in JSON as an array.
/// </summary>
/// <typeparam name="T">The type of the items.</typeparam>
[CollectionBuilder(typeof(ValueList), nameof(ValueList.Create))]
[JsonConverter(typeof(ValueListConverterFactory))]
public sealed class ValueList<T> : IReadOnlyList<T>, IEquatable<ValueList<T>>
{
    /// <summary>After this many lookups by id an index is made: an edit looks up one or two objects, a pass over the whole show all of them.</summary>
    private const int LookedForOften = 4;

    private readonly ImmutableArray<T> _items;
    private Dictionary<string, int>? _places;
    private int _lookedFor;

    internal ValueList(ImmutableArray<T> items) => _items = items;

    internal ImmutableArray<T> Items => _items;

    /// <inheritdoc/>
    public int Count => _items.Length;

    /// <inheritdoc/>
    public T this[int index] => _items[index];

    /// <summary>The index of the first item that matches, or -1.</summary>
    public int FindIndex(Predicate<T> match)
    {
        ArgumentNullException.ThrowIfNull(match);
        for (var i = 0; i < _items.Length; i++)
            if (match(_items[i])) return i;
        return -1;
    }

    /// <summary>The index of the first item with an id, or −1. Several threads may create the same index at once, which is harmless.</summary>
    /// <param name="id">The id.</param>
    /// <param name="idOf">Returns the id of an item, always the same one.</param>
    internal int IndexOf(string id, Func<T, string> idOf)
    {
        if (_places is null && ++_lookedFor <= LookedForOften) return FindIndex(item => idOf(item) == id);
        if (_places is null)
        {
            var places = new Dictionary<string, int>(_items.Length);
            for (var i = 0; i < _items.Length; i++) places.TryAdd(idOf(_items[i]), i);
            _places = places;
        }
        return _places.GetValueOrDefault(id, -1);
    }

    /// <summary>A list with <paramref name="item"/> inserted at <paramref name="index"/>.</summary>
    /// <exception cref="ArgumentOutOfRangeException">The index is not in 0…Count.</exception>
    public ValueList<T> Insert(int index, T item) => new(_items.Insert(index, item));

    /// <summary>A list with the item at <paramref name="index"/> replaced.</summary>
    /// <exception cref="ArgumentOutOfRangeException">There is no such item.</exception>
    public ValueList<T> SetItem(int index, T item) => new(_items.SetItem(index, item));

    /// <summary>A list without the item at <paramref name="index"/>.</summary>
    /// <exception cref="ArgumentOutOfRangeException">There is no such item.</exception>
    public ValueList<T> RemoveAt(int index) => new(_items.RemoveAt(index));

    /// <summary>The items as a span, without a copy.</summary>
    public ReadOnlySpan<T> AsSpan() => _items.AsSpan();

    /// <inheritdoc/>
    public bool Equals(ValueList<T>? other) => other is not null && _items.AsSpan().SequenceEqual(other._items.AsSpan());

    /// <inheritdoc/>
    public override bool Equals(object? obj) => Equals(obj as ValueList<T>);

    /// <inheritdoc/>
    public override int GetHashCode()
    {
        var hash = new HashCode();
        foreach (var item in _items) hash.Add(item);
        return hash.ToHashCode();
    }

    /// <inheritdoc/>
    public IEnumerator<T> GetEnumerator() => ((IEnumerable<T>)_items).GetEnumerator();

    IEnumerator IEnumerable.GetEnumerator() => GetEnumerator();
}

/// <summary>Makes <see cref="ValueList{T}"/>s.</summary>
public static class ValueList
{
    /// <summary>A list of the given items, for collection expressions.</summary>
    public static ValueList<T> Create<T>(ReadOnlySpan<T> items) => new(ImmutableArray.Create(items));

    /// <summary>The index of the first object with an id; −1 for none.</summary>
    public static int IndexOf<T>(this ValueList<T> items, string id)
        where T : IHasId
    {
        ArgumentNullException.ThrowIfNull(items);
        ArgumentNullException.ThrowIfNull(id);
        return items.IndexOf(id, static item => item.Id);
    }

    /// <summary>The items of a sequence as a list.</summary>
    public static ValueList<T> ToValueList<T>(this IEnumerable<T> items) => new([.. items]);
}

internal sealed class ValueListConverterFactory : JsonConverterFactory
{
    public override bool CanConvert(Type typeToConvert) =>
        typeToConvert.IsGenericType && typeToConvert.GetGenericTypeDefinition() == typeof(ValueList<>);

    public override JsonConverter CreateConverter(Type typeToConvert, JsonSerializerOptions options) =>
        (JsonConverter)Activator.CreateInstance(typeof(Converter<>).MakeGenericType(typeToConvert.GetGenericArguments()))!;

    private sealed class Converter<T> : JsonConverter<ValueList<T>>
    {
        // A list that may contain null has its own converter: see ValueListWithGaps.
        public override ValueList<T> Read(ref Utf8JsonReader reader, Type typeToConvert, JsonSerializerOptions options) =>
            JsonSerializer.Deserialize<ImmutableArray<T>>(ref reader, options) is not { IsDefault: false } items ? new([])
            : default(T) is null && Nullable.GetUnderlyingType(typeof(T)) is null && items.Any(i => i is null) ? throw new JsonException("A list has an empty entry.")
            : new(items);

        public override void Write(Utf8JsonWriter writer, ValueList<T> value, JsonSerializerOptions options) =>
            JsonSerializer.Serialize(writer, value.Items, options);
    }
}

/// <summary>Reads a list that may contain null.</summary>
internal sealed class ValueListWithGaps<T> : JsonConverter<ValueList<T?>>
    where T : class
{
    public override ValueList<T?> Read(ref Utf8JsonReader reader, Type typeToConvert, JsonSerializerOptions options) =>
        JsonSerializer.Deserialize<ImmutableArray<T?>>(ref reader, options) is { IsDefault: false } items ? new(items) : new([]);

    public override void Write(Utf8JsonWriter writer, ValueList<T?> value, JsonSerializerOptions options) =>
        JsonSerializer.Serialize(writer, value.Items, options);
}
