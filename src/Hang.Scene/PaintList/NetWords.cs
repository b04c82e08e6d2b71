namespace Hang.Scene.PaintList;

/// <summary>The words of a net of points: how many cells it has.</summary>
public sealed record NetWords(int Columns, int Rows);
