using System.IO.Packaging;

namespace Phonaris.Formats.Presentations;

/// <summary>A relationship of a part.</summary>
/// <param name="Id">Its id within its part.</param>
/// <param name="Type">Its type, as a URI.</param>
/// <param name="Target">Its target, relative to the part.</param>
/// <param name="Outside">Whether the target is outside the package.</param>
internal sealed record OpcRelation(string Id, string Type, Uri Target, bool Outside)
{
    public static OpcRelation Of(PackageRelationship relation) => new(relation.Id, relation.RelationshipType, relation.TargetUri, relation.TargetMode == TargetMode.External);

    /// <summary>Whether it has a type, by the last part of the URI: the strict and transitional forms of the standard have different prefixes.</summary>
    public bool Is(string kind) => Type.EndsWith("/" + kind, StringComparison.Ordinal);
}
