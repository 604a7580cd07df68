// They wait more than they work: for programs, sounds and pages.
[assembly: Xunit.v3.Parallelization(MaxThreads = 3)]
