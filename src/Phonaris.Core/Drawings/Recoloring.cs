namespace Phonaris.Core.Drawings;

/// <summary>What is done to the colours of a picture.</summary>
/// <param name="Dark">What black becomes, by how dark each colour is; null where colours stay.</param>
/// <param name="Light">What white becomes; null where colours stay.</param>
/// <param name="Brightness">How much lighter, −1 to 1.</param>
/// <param name="Contrast">How much further apart, −1 to 1.</param>
/// <param name="Threshold">How light a colour must be to become white, 0 to 1; all others become black. Null where there are more than these two.</param>
/// <param name="Cleared">The colour that is seen through, 0xAARRGGBB; null for none.</param>
public sealed record Recoloring(
    uint? Dark = null, uint? Light = null, double Brightness = 0, double Contrast = 0, double? Threshold = null, uint? Cleared = null);
