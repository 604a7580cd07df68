namespace Phonaris.Core.Drawings;

/// <summary>A table: its rows grow with what is in them, whatever lies below.</summary>
/// <param name="Columns">The widths of its columns, in points.</param>
/// <param name="Rows">The least heights of its rows.</param>
/// <param name="Cells">Its cells; those another one spans are left out.</param>
public sealed record DrawnTable(ValueList<double> Columns, ValueList<double> Rows, ValueList<TableCell> Cells);

/// <summary>A cell of a table.</summary>
/// <param name="Row">Its first row, from 0.</param>
/// <param name="Column">Its first column, from 0.</param>
/// <param name="RowSpan">How many rows it takes.</param>
/// <param name="ColumnSpan">How many columns it takes.</param>
/// <param name="Fill">What it is filled with; null for nothing.</param>
/// <param name="Text">What is written in it; null for nothing.</param>
/// <param name="Left">The line at its left; null for none.</param>
/// <param name="Top">The line above it.</param>
/// <param name="Right">The line at its right.</param>
/// <param name="Bottom">The line below it.</param>
public sealed record TableCell(
    int Row, int Column, int RowSpan, int ColumnSpan, Paint? Fill, TextBody? Text, Line? Left = null, Line? Top = null, Line? Right = null, Line? Bottom = null);
