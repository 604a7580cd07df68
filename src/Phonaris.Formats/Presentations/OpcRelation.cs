using System.IO.Packaging;

namespace Phonaris.Formats.Presentations;

/// <summary>What a part leads to.</summary>
/// <param name="Id">Its id within its part.</param>
/// <param name="Type">Its kind, as an address.</param>
/// <param name="Target">Where to, from its part.</param>
/// <param name="Outside">Whether that lies outside the package.</param>
internal sealed record OpcRelation(string Id, string Type, Uri Target, bool Outside)
{
    public static OpcRelation Of(PackageRelationship relation) => new(relation.Id, relation.RelationshipType, relation.TargetUri, relation.TargetMode == TargetMode.External);

    /// <summary>Whether it is of a kind, by the last part of its address: the strict and the transitional form of the standard differ in what goes before.</summary>
    public bool Is(string kind) => Type.EndsWith("/" + kind, StringComparison.Ordinal);
}
