namespace Phonaris.Core.Drawings;

/// <summary>A colour effect on a picture.</summary>
/// <param name="Dark">The colour that replaces black, in proportion to darkness; null if colours do not change.</param>
/// <param name="Light">The colour that replaces white; null if colours do not change.</param>
/// <param name="Brightness">The change of brightness, −1 to 1.</param>
/// <param name="Contrast">The change of contrast, −1 to 1.</param>
/// <param name="Threshold">The lightness from which a colour becomes white, 0 to 1; all others become black. Null for no threshold.</param>
/// <param name="Cleared">The colour that becomes transparent, 0xAARRGGBB; null for none.</param>
public sealed record Recoloring(
    uint? Dark = null, uint? Light = null, double Brightness = 0, double Contrast = 0, double? Threshold = null, uint? Cleared = null);
