namespace Phonaris.Media.Pictures;

/// <summary>A page, and so many of its steps.</summary>
/// <param name="Page">Its number, from 1.</param>
/// <param name="Step">The step from which on it is drawn; 0 for all of it.</param>
public readonly record struct PageAsked(int Page, int Step);
