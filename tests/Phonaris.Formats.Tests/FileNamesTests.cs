using Phonaris.Core.Shows;

namespace Phonaris.Formats.Tests;

public class FileNamesTests
{
    [Theory]
    [InlineData("What? A \"moth\": 3/4", "What  A  moth   3 4")]
    [InlineData(" .hidden. ", "hidden")]
    [InlineData("con.wav", "_con.wav")]
    [InlineData("\u202E\u0007", "show")]
    public void A_safe_name_is_valid_on_every_disk(string name, string safe) => Assert.Equal(safe, FileNames.Safe(name));

    [Fact]
    public void Names_stay_unique_and_keep_their_extensions()
    {
        var longest = new string('a', 200);
        var names = FileNames.Unique([("1", $"{longest}.wav"), ("2", $"{longest}.WAV"), ("3", "Dusk feat. Someone.wav"), ("4", "odd.m:p?3"), ("5", new string('a', 115) + "🦋🦋.wav")]);
        Assert.All(names.Values, n => Assert.Equal(n, FileNames.Safe(n)));
        Assert.Equal(5, names.Values.Distinct(StringComparer.OrdinalIgnoreCase).Count());
        Assert.Equal([".wav", ".WAV", ".wav", ".m p 3", ".wav"], names.Values.Select(n => Path.GetExtension(n)));
        Assert.Equal("Dusk feat. Someone.wav", names["3"]);
        // No surrogate pair is cut.
        Assert.Equal(names["5"], Names.PlainLines(names["5"]));
    }
}
