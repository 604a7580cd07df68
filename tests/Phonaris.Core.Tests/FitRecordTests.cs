using System.Globalization;
using System.Text;
using Phonaris.Core.Fitting;
using Phonaris.Core.Music;
using Phonaris.Core.Shows;
using Phonaris.Core.Signal;

namespace Phonaris.Core.Tests;

/// <summary>
/// The analysis of a few known pieces and the results of their fits, compared with a record (<c>fits.txt</c>). The other tests define a good fit; this one
/// detects every change of the calculation behind it. An intended change writes the record again, and the difference is reviewed like code.
/// </summary>
public sealed class FitRecordTests
{
    private const long Second = Frames.PerSecond;

    /// <summary>The tolerances on another machine: 2 ms, two thousandths of a cost.</summary>
    private const double Tolerance = 0.002;

    private static Dictionary<string, ISoundReader> Pieces { get; } = new()
    {
        ["Drums at 112, form AABA, 48 s"] = new Band(48).Play("drums", 112, form: "AABA"),
        ["Waltz from 96 to 101, form AB, 40 s"] = new Band(40).Play("waltz", 96, 3, at => 1 + 0.05 * at, "AB"),
        ["Sparse at 72, 40 s"] = new Band(40).Play("sparse", 72),
        ["Broken chords of five beats at 88, 36 s"] = new Band(36).Play("rolled", 88, 5, form: "ABAC"),
        ["Clouds without a beat, a passage again, 60 s"] = new Clouds(60, 15 * Second, 36 * Second, 8 * Second),
        // The length over which two moments are compared.
        ["Clouds, 200 s"] = new Clouds(200, 40 * Second, 120 * Second, 30 * Second),
    };

    [Fact]
    public void Known_pieces_are_analysed_and_fitted_as_recorded()
    {
        var text = string.Concat(Pieces.AsParallel().AsOrdered().Select(p => RecordOf(p.Key, p.Value)));
        if (Environment.GetEnvironmentVariable("PHONARIS_WRITE_FITS") is { } write) File.WriteAllText(write, text);
        var (now, recorded) = (text.Split('\n'), File.ReadAllLines(Path.Combine(AppContext.BaseDirectory, "fits.txt")));
        for (var line = 0; line < recorded.Length; line++)
            Assert.True(line < now.Length && IsSame(recorded[line], now[line]), $"Recorded: {recorded[line]}\nNow: {(line < now.Length ? now[line] : "")}\nWrite fits.txt again with PHONARIS_WRITE_FITS if that is meant.");
        Assert.Equal(recorded.Length + 1, now.Length);
    }

    private static string RecordOf(string name, ISoundReader sound)
    {
        var piece = Piece.Of(sound, null, CancellationToken.None);
        var record = new StringBuilder();
        Line($"{name}");
        Line($"  tempo {piece.TempoBpm:0.000} confidence {piece.Confidence:0.000} bars of {piece.BeatsPerBar} first {piece.FirstDownbeat} silent {piece.IsSilent}");
        Line($"  beats {piece.Beats.Count}: {Seconds(piece.Beats.Where((_, k) => k % 8 == 0))}");
        Line($"  features {Means(piece.Features)}");
        // The whole sound, and a part of it that begins and ends in the middle of a bar.
        foreach (var (from, to) in new[] { (0, sound.Frames), (3 * Second + 5000, sound.Frames - 4 * Second) })
        {
            var fitter = new Fitter(piece, sound, from, to);
            foreach (var share in sound.Frames > 100 * Second ? [0.6] : (double[])[0.6, 1.05, 1.6])
            {
                var length = (long)((to - from) * share);
                foreach (var end in fitter.Ends(length)) Line($"  ends before {length / (double)Second:0.000} at {Seconds([end.Frame])} cost {end.Cost:0.000} phrase {end.AtPhrase}");
                foreach (var recipe in Enum.GetValues<FitMethod>().Select(m => new FitRecipe(m)).Append(new(FitMethod.Recut) { Joins = 2 }))
                    Line($"  {recipe.Method} {recipe.Joins} to {length / (double)Second:0.000}: {FitOf(fitter, recipe, length)}");
            }
        }
        return record.ToString();

        void Line(FormattableString line) => record.Append(line.ToString(CultureInfo.InvariantCulture)).Append('\n');
    }

    private static string FitOf(Fitter fitter, FitRecipe recipe, long length)
    {
        try
        {
            var fitted = fitter.Fit(recipe, length);
            var edits = string.Join(' ', fitted.EditPoints.Select(j => $"{Seconds([j.FromFrame, j.ToFrame, j.AtFrame])} {Number(j.Percentile)},"));
            var cut = fitted.Cut is { } made ? Seconds(made.Passages.Select(p => p.FromFrame)) : "whole";
            return $"cost {Number(fitted.Cost)} speed {Number(fitted.Speed)} sounds {Seconds([fitted.SoundFrames])} by itself {fitted.EndsNaturally} cut {cut} edits {edits} {fitted.Says}";
        }
        catch (RuleException refused)
        {
            return refused.Message;
        }
    }

    /// <summary>For each feature: its mean, and its mean change from moment to moment.</summary>
    private static string Means(FeatureTrack track)
    {
        var numbers = new float[track.Count * FeatureTrack.Size];
        track.Read(0, numbers);
        return string.Join(' ', Enumerable.Range(0, FeatureTrack.Size).Select(k => Enumerable.Range(0, track.Count).Select(m => (double)numbers[m * FeatureTrack.Size + k]).ToList() is var one
            ? $"{Number(one.Average())} {Number(one.Zip(one.Skip(1), (a, b) => Math.Abs(a - b)).Average())}" : ""));
    }

    private static string Seconds(IEnumerable<long> frames) => string.Join(' ', frames.Select(f => Number(f / (double)Second)));

    private static string Number(double number) => number.ToString("0.000", CultureInfo.InvariantCulture);

    /// <summary>Whether two lines are equal except for numbers within the tolerance.</summary>
    private static bool IsSame(string recorded, string now)
    {
        var (before, after) = (recorded.Split(' '), now.Split(' '));
        return before.Length == after.Length && before.Zip(after).All(w => w.First == w.Second || (Value(w.First) is { } a && Value(w.Second) is { } b && Math.Abs(a - b) <= Tolerance));

        static double? Value(string word) => double.TryParse(word.TrimEnd(','), CultureInfo.InvariantCulture, out var value) ? value : null;
    }
}
