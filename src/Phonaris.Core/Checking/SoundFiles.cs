using Phonaris.Core.Shows;

namespace Phonaris.Core.Checking;

/// <summary>What is to be known of the files of a show's sounds.</summary>
/// <param name="Troubles">What is wrong with those that cannot be read, in a sentence each, by the ids of the sounds.</param>
/// <param name="BytesOf">How large one is, in bytes; 0 where it is not there.</param>
public sealed record SoundFiles(IReadOnlyDictionary<string, string> Troubles, Func<Sound, long> BytesOf);
