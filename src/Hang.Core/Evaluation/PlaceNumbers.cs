using Hang.Scene.Geometry;

namespace Hang.Core.Evaluation;

/// <summary>A matrix as the first six numbers of the operation `place`.</summary>
internal static class PlaceNumbers
{
    /// <summary>
    /// Puts a matrix into a row. Products of scales, and what takes a very small scale back, can be more than the row's single precision holds, which
    /// reaches to 3.4e38: such a place is put as no change.
    /// </summary>
    /// <returns>Whether the matrix could be put; where it could not, nothing is to be seen.</returns>
    public static bool Put(in Matrix matrix, Span<float> row)
    {
        (row[0], row[1], row[2], row[3], row[4], row[5]) = (
            (float)matrix.A,
            (float)matrix.B,
            (float)matrix.C,
            (float)matrix.D,
            (float)matrix.E,
            (float)matrix.F
        );
        foreach (var number in row[..6])
        {
            if (!float.IsFinite(number))
            {
                (row[0], row[1], row[2], row[3], row[4], row[5]) = (1, 0, 0, 1, 0, 0);
                return false;
            }
        }
        return true;
    }
}
