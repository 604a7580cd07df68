namespace Phonaris.Browser.Tests;

/// <summary>A browser beside which the demo show is there.</summary>
public sealed class DemoBrowser(Browsers browsers) : Browser(browsers, withDemo: true, hears: false);
