using Phonaris.Bench;

// Each benchmark measures our work and a peer doing the same job, in this one run, and prints the ratio (ours ÷ theirs).
(string Name, Func<Bench, Task> Run)[] all =
[
    ("mix", MixBench.RunAsync),
    ("film", FilmBench.RunAsync),
    ("loudness", LoudnessBench.RunAsync),
    ("deck", DeckBench.RunAsync),
];
var wanted = all.Where(b => args.Length == 0 || args.Contains(b.Name)).ToList();
if (wanted.Count == 0)
{
    Console.Error.WriteLine($"No such benchmark. There are: {string.Join(", ", all.Select(b => b.Name))}.");
    return 2;
}
using var bench = new Bench();
foreach (var (_, run) in wanted) await run(bench);
return bench.AllReached ? 0 : 1;
