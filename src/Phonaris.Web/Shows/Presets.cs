using Phonaris.Core.Shows;

namespace Phonaris.Web.Shows;

/// <summary>The settings there are.</summary>
/// <param name="Shipped">Those that come with the app.</param>
/// <param name="Kept">Those a person kept.</param>
public sealed record Presets(IReadOnlyList<Preset> Shipped, IReadOnlyList<Preset> Kept);
