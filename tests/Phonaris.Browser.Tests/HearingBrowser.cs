namespace Phonaris.Browser.Tests;

/// <summary>A browser that what sounds in it is listened to.</summary>
public sealed class HearingBrowser() : Browser(withDemo: false, hears: true);
