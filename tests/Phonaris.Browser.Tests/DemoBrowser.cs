namespace Phonaris.Browser.Tests;

/// <summary>A browser with the demo show.</summary>
public sealed class DemoBrowser(Browsers browsers) : Browser(browsers, withDemo: true, hears: false);
