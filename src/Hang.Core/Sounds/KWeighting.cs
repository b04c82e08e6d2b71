namespace Hang.Core.Sounds;

/// <summary>
/// How loud an ear finds each frequency, for one channel at 48 kHz: a high shelf for the head, then a high pass. Source: ITU-R BS.1770, annex 1, tables 1
/// and 2; the numbers are written down from memory and held against a second program's readings.
/// </summary>
internal sealed class KWeighting
{
    private Biquad shelf = new(1.53512485958697, -2.69169618940638, 1.19839281085285, -1.69065929318241, 0.73248077421585);
    private Biquad pass = new(1, -2, 1, -1.99004745483398, 0.99007225036621);

    public double Next(double sample) => pass.Next(shelf.Next(sample));

    /// <summary>A filter of second order, transposed direct form II.</summary>
    private struct Biquad(double b0, double b1, double b2, double a1, double a2)
    {
        private double first,
            second;

        public double Next(double x)
        {
            var y = b0 * x + first;
            first = b1 * x - a1 * y + second;
            second = b2 * x - a2 * y;
            return y;
        }
    }
}
