namespace Phonaris.Media.Pictures;

/// <summary>A page, up to one of its steps.</summary>
/// <param name="Page">Its number, from 1.</param>
/// <param name="Step">The step up to which it is drawn; 0 for all of it.</param>
public readonly record struct PageRequest(int Page, int Step);
