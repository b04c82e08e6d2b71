using Hang.Scene.Registry;
using Hang.Scene.Typesetting;

namespace Hang.Core.Contents;

/// <summary>A content whose letters, words or lines can move one after the other.</summary>
public interface IPieces
{
    /// <summary>How they follow each other; null when all moves as one.</summary>
    PieceStagger? Coming(ValueSet values);

    ValueSet WithComing(ValueSet values, PieceStagger? stagger);

    /// <summary>How they go off where they go in a way of their own; null: as one, or as they came.</summary>
    PieceStagger? Going(ValueSet values);

    ValueSet WithGoing(ValueSet values, PieceStagger stagger);

    /// <summary>True when all goes off as one though it may come in pieces.</summary>
    bool GoesAsOne(ValueSet values);

    ValueSet WithGoingAsOne(ValueSet values);
}
