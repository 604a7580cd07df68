using Phonaris.Core.Shows;

namespace Phonaris.Web.Shows;

/// <summary>All presets.</summary>
/// <param name="Shipped">Those that come with the app.</param>
/// <param name="Kept">Those saved by users.</param>
public sealed record Presets(IReadOnlyList<Preset> Shipped, IReadOnlyList<Preset> Kept);
