using System.Diagnostics;
using Phonaris.Bench;

// Each benchmark measures our work and a peer doing the same job in this one run, and prints the ratio (ours ÷ theirs).
(string Name, Func<Bench, Task> Run)[] all =
[
    ("mix", MixBench.RunAsync),
    ("film", FilmBench.RunAsync),
    ("videos", VideoBench.RunAsync),
    ("loudness", LoudnessBench.RunAsync),
    ("levels", LevelsBench.RunAsync),
    ("checks", ChecksBench.RunAsync),
    ("deck", DeckBench.RunAsync),
    ("handed", PresentationBench.RunAsync),
    ("sheet", SheetBench.RunAsync),
    ("fit", FitBench.RunAsync),
    ("beats", BeatsBench.RunAsync),
    ("draft", DraftBench.RunAsync),
    ("live", LiveBench.RunAsync),
    ("together", TogetherBench.RunAsync),
    ("kills", FaultsBench.KillsAsync),
    ("spoilt", FaultsBench.SpoiltAsync),
    ("pages", FaultsBench.PagesAsync),
    ("hindered", FaultsBench.HinderedAsync),
    ("uploads", FaultsBench.UploadsAsync),
    ("room", FaultsBench.RoomAsync),
    ("locks", FaultsBench.LocksAsync),
    ("resume", ResumeBench.RunAsync),
    ("mutants", MutantsBench.RunAsync),
];
string[] faults = ["kills", "spoilt", "pages", "hindered", "uploads", "room", "locks", "resume"];
var names = args.TakeWhile(a => !a.StartsWith("--", StringComparison.Ordinal)).SelectMany(a => a == "faults" ? faults : [a]).ToList();
var wanted = all.Where(b => names.Count == 0 || names.Contains(b.Name)).ToList();
if (wanted.Count == 0)
{
    Console.Error.WriteLine($"No such benchmark. There are: {string.Join(", ", all.Select(b => b.Name))}, and faults for {string.Join(", ", faults)}.");
    return 2;
}
if (wanted.Count == 1)
{
    using var bench = new Bench();
    await wanted[0].Run(bench);
    return bench.AllReached ? 0 : 1;
}

// Each runs in its own process, so that one's memory is not counted for another.
var missed = 0;
foreach (var (name, _) in wanted)
{
    using var process = Process.Start(Environment.ProcessPath!, [Environment.GetCommandLineArgs()[0], name]);
    await process.WaitForExitAsync();
    if (process.ExitCode != 0) missed++;
}
return missed == 0 ? 0 : 1;
