using System.Net;
using System.Net.Http.Json;
using System.Text.Json;
using Phonaris.Core.Shows;
using Phonaris.Core.Shows.Edits;
using Phonaris.Core.Signal;
using Phonaris.Storage;

namespace Phonaris.Drills;

/// <summary>
/// Two people at one show: each looks at it now and then and changes what they saw, both at once. The one who changes what the other has changed
/// since they looked must be told; what was acknowledged and not changed again must be there at the end.
/// </summary>
/// <param name="http">The server.</param>
/// <param name="show">A show with slides, and with cues or not.</param>
/// <param name="seed">Decides what is done.</param>
internal sealed class PagesDrill(HttpClient http, string show, int seed)
{
    /// <summary>One look in so many edits.</summary>
    private const int LookEvery = 4;

    private readonly Lock _gate = new();
    private readonly List<Acknowledged> _acknowledged = [];
    private int _told, _faults;

    /// <summary>Makes so many edits; gives what came of them.</summary>
    public async Task<PagesFigures> RunAsync(int edits)
    {
        await Task.WhenAll(Enumerable.Range(0, 2).Select(hand => ChangeAsync(hand, edits / 2)));
        var (_, now) = await LookAsync();
        var silent = 0;
        foreach (var of in _acknowledged.GroupBy(a => a.Field))
        {
            var inOrder = of.OrderBy(a => a.Revision).ToList();
            // Written over by the other, who had not seen it and was not told.
            silent += inOrder.Zip(inOrder.Skip(1)).Count(p => p.First.Hand != p.Second.Hand && p.Second.BaseRevision < p.First.Revision);
            if (FieldsOf(now).Single(f => f.Name == of.Key).Get(now) != inOrder[^1].Value) silent++;
        }
        return new(edits, _acknowledged.Count, _told, silent, _faults);
    }

    private async Task ChangeAsync(int hand, int edits)
    {
        var random = new Random(seed + hand);
        var (baseRevision, seen) = await LookAsync();
        for (var n = 0; n < edits; n++)
        {
            if (random.Next(LookEvery) == 0) (baseRevision, seen) = await LookAsync();
            var fields = FieldsOf(seen).ToList();
            // Now and then the slides are put in another order: what is in them is not concerned.
            var field = fields[random.Next(fields.Count)];
            var moves = random.Next(20) == 0;
            var value = 2 * n + hand + 1;
            var edit = moves ? new MoveSlides([seen.Slides[random.Next(seen.Slides.Count)].Id], random.Next(seen.Slides.Count)) : field.Set(value);
            using var answer = await http.PostAsJsonAsync($"/api/shows/{show}/edits", new MadeEdit(baseRevision, edit, $"hand{hand}"), ShowJson.Options);
            lock (_gate)
            {
                if (answer.StatusCode == HttpStatusCode.Conflict) _told++;
                else if (!answer.IsSuccessStatusCode) _faults++;
            }
            if (!answer.IsSuccessStatusCode || moves) continue;
            var revision = (await answer.Content.ReadFromJsonAsync<JsonElement>()).GetProperty("revision").GetInt64();
            lock (_gate) _acknowledged.Add(new(field.Name, hand, baseRevision, revision, field.Get(seen.Apply(edit).Show)));
        }
    }

    private async Task<(long Revision, Show Show)> LookAsync()
    {
        var view = await http.ViewAsync(show);
        return (view.GetProperty("revision").GetInt64(), view.GetProperty("show").Deserialize<Show>(ShowJson.Options)!);
    }

    /// <summary>What can be changed of a show, each with a value that is given once.</summary>
    private static IEnumerable<Field> FieldsOf(Show of)
    {
        yield return new("title", n => new RenameShow($"Title {n}"), s => s.Title);
        foreach (var id in of.Slides.Select(s => s.Id))
        {
            yield return new($"{id} title", n => new RenameSlide(id, $"Slide {n}"), s => SlideOf(s).Title);
            yield return new($"{id} notes", n => new SetNotes(id, $"Notes {n}"), s => SlideOf(s).Notes);
            yield return new($"{id} hold", n => new SetHolds([new(id, Slide.LeastHoldMs + n)]), s => $"{SlideOf(s).HoldMs}");

            Slide SlideOf(Show show) => show.Slides.Single(s => s.Id == id);
        }
        foreach (var id in of.Cues.Select(c => c.Id))
        {
            yield return new($"{id} level", n => new SetLevel(id, Math.Round(-60 + n % 720 / 10.0, 1)), s => $"{s.Cue(id).LevelDb}");
            yield return new($"{id} delay", n => new SetDelay(id, n), s => $"{s.Cue(id).DelayMs}");
            yield return new($"{id} fade", n => new SetFade(id, FadeEnd.In, new(n, FadeCurve.Smooth)), s => $"{s.Cue(id).FadeIn.Ms}");
        }
    }

    private sealed record Field(string Name, Func<int, Edit> Set, Func<Show, string> Get);

    private sealed record Acknowledged(string Field, int Hand, long BaseRevision, long Revision, string Value);
}

/// <summary>What came of two people at one show.</summary>
/// <param name="Edits">How many edits they made.</param>
/// <param name="Acknowledged">How many were acknowledged.</param>
/// <param name="Reported">How many were reported as conflicts.</param>
/// <param name="Silent">How many changes were lost without anybody being told.</param>
/// <param name="Faults">How many answers were something else.</param>
internal sealed record PagesFigures(int Edits, int Acknowledged, int Reported, int Silent, int Faults);
