using Phonaris.Core.Live;
using Phonaris.Storage;

namespace Phonaris.Web.Live;

/// <summary>A show being presented.</summary>
internal sealed record LiveShow(string Id, RunKind Kind, StoredShow Stored, LivePlan Plan, IReadOnlyList<(LiveStem Stem, IReadOnlyList<string> CueIds)> Stems, DateTime Began);
