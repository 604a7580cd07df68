namespace Phonaris.Media.Tests;

/// <summary>The output and errors of outside programs.</summary>
public sealed class MediaToolTests
{
    /// <summary>So little is only written when the file is closed, and ffmpeg ends as if it had succeeded.</summary>
    [Fact]
    public async Task A_file_cut_by_a_full_disk_is_not_accepted()
    {
        var full = await Assert.ThrowsAsync<RuleException>(() => MediaTool.RunAsync(
            "ffmpeg", ["-v", "error", "-f", "lavfi", "-i", "sine=duration=0.1", "-f", "s16le", "-y", "file:/dev/full"], null, null, MediaTool.Quick, CancellationToken.None));
        Assert.Equal(DiskFull.Exception().Message, full.Message);
    }

    [Fact]
    public async Task A_programs_limits_outlive_its_starter()
    {
        using var said = new MemoryStream();
        await MediaTool.RunAsync("sh", ["-c", "ulimit -v; ulimit -t"], null, CliWrap.PipeTarget.ToStream(said), TimeSpan.FromSeconds(7), CancellationToken.None, mostBytes: 512_000_000);
        Assert.Equal([$"{512_000_000 / 1024}", $"{7 * Environment.ProcessorCount}"], System.Text.Encoding.ASCII.GetString(said.ToArray()).Split('\n', StringSplitOptions.RemoveEmptyEntries));
    }

    [Fact]
    public async Task A_missing_or_endless_program_is_reported_by_name()
    {
        var missing = await Assert.ThrowsAsync<RuleException>(() => MediaTool.RunAsync("no-such-program", [], null, null, MediaTool.Quick, CancellationToken.None));
        Assert.Contains("no-such-program is not installed", missing.Message);
        var endless = await Assert.ThrowsAsync<RuleException>(() => MediaTool.RunAsync(
            "ffmpeg", ["-v", "error", "-re", "-f", "lavfi", "-i", "sine", "-f", "null", "-"], null, null, TimeSpan.FromSeconds(1), CancellationToken.None));
        Assert.Contains("took more than", endless.Message);
    }

    [Fact]
    public async Task Missing_parts_of_ffmpeg_are_reported_and_a_crash_is_blamed_on_the_file()
    {
        var lacking = await Assert.ThrowsAsync<RuleException>(() => MediaTool.RunAsync(
            "ffmpeg", ["-v", "error", "-f", "lavfi", "-i", "sine=duration=0.1", "-af", "nosuchfilter", "-f", "null", "-"], null, null, MediaTool.Quick, CancellationToken.None));
        Assert.Contains("has no nosuchfilter", lacking.Message);
        await Assert.ThrowsAsync<MediaToolException>(() => MediaTool.RunAsync("sh", ["-c", "kill -SEGV $$"], null, null, MediaTool.Quick, CancellationToken.None));
        await Assert.ThrowsAsync<RuleException>(() => MediaTool.RunAsync("sh", ["-c", "kill -KILL $$"], null, null, MediaTool.Quick, CancellationToken.None));
        Assert.Empty(await MediaPrograms.MissingAsync(CancellationToken.None));
    }

    [Fact]
    public async Task Programs_end_with_their_starter()
    {
        // The death signal that the kernel keeps for a program, as the program reads it: 9, KILL.
        using var said = new MemoryStream();
        await MediaTool.RunAsync("setpriv", ["--dump"], null, CliWrap.PipeTarget.ToStream(said), MediaTool.Quick, CancellationToken.None);
        Assert.Contains("Parent death signal: KILL", System.Text.Encoding.ASCII.GetString(said.ToArray()), StringComparison.OrdinalIgnoreCase);
    }
}
