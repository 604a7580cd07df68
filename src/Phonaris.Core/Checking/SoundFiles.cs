using Phonaris.Core.Shows;

namespace Phonaris.Core.Checking;

/// <summary>What checks need to know about the files of a show's sounds.</summary>
/// <param name="Troubles">What is wrong with files that cannot be read, as a sentence each, by sound id.</param>
/// <param name="BytesOf">The size of a file in bytes; 0 when it is missing.</param>
public sealed record SoundFiles(IReadOnlyDictionary<string, string> Troubles, Func<Sound, long> BytesOf);
