namespace Phonaris.Core.Drawings;

/// <summary>A table. Its rows grow with their contents, over whatever is below.</summary>
/// <param name="Columns">The widths of its columns, in points.</param>
/// <param name="Rows">The minimum heights of its rows.</param>
/// <param name="Cells">Its cells, without those covered by merged ones.</param>
public sealed record DrawnTable(ValueList<double> Columns, ValueList<double> Rows, ValueList<TableCell> Cells);

/// <summary>A cell of a table.</summary>
/// <param name="Row">Its first row, from 0.</param>
/// <param name="Column">Its first column, from 0.</param>
/// <param name="RowSpan">The number of rows it spans.</param>
/// <param name="ColumnSpan">The number of columns it spans.</param>
/// <param name="Fill">Its fill; null for none.</param>
/// <param name="Text">Its text; null for none.</param>
/// <param name="Left">The line at its left; null for none.</param>
/// <param name="Top">The line above it.</param>
/// <param name="Right">The line at its right.</param>
/// <param name="Bottom">The line below it.</param>
public sealed record TableCell(
    int Row, int Column, int RowSpan, int ColumnSpan, Paint? Fill, TextBody? Text, Line? Left = null, Line? Top = null, Line? Right = null, Line? Bottom = null);
