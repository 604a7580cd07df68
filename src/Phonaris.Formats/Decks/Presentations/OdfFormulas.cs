using System.Globalization;
using System.Xml.Linq;
using static Phonaris.Formats.Decks.Presentations.Odf;

namespace Phonaris.Formats.Decks.Presentations;

/// <summary>
/// The values of an enhanced geometry: its modifiers and equations, evaluated on demand (OpenDocument 1.2, part 1,
/// 19.171 <c>draw:formula</c>). Angles are in radians.
/// </summary>
internal sealed class OdfFormulas
{
    /// <summary>The greatest nesting of formulas; real ones reach about a dozen.</summary>
    private const int Deepest = 64;

    private readonly Dictionary<string, string> _formulas = [];
    private readonly Dictionary<string, double> _values = [];
    private readonly double[] _modifiers;
    private readonly Func<string, double?> _named;
    private int _depth;

    /// <summary>Begins with a geometry.</summary>
    /// <param name="geometry">The element.</param>
    /// <param name="named">The values with predefined names.</param>
    public OdfFormulas(XElement geometry, Func<string, double?> named)
    {
        _named = named;
        _modifiers = [.. (geometry.Get(Draw + "modifiers") ?? "").Split(' ', StringSplitOptions.RemoveEmptyEntries).Select(m => FiniteNumber.Parse(m) ?? 0)];
        foreach (var equation in geometry.Elements(Draw + "equation"))
            if (equation.Get(Draw + "name") is { } name) _formulas[name] = equation.Get(Draw + "formula") ?? "";
    }

    /// <summary>The value of a number, a modifier (<c>$0</c>), an equation (<c>?f1</c>) or a name; 0 if unknown.</summary>
    public double this[string of] => of.Length == 0 ? 0 : of[0] switch
    {
        '$' => int.TryParse(of.AsSpan(1), NumberStyles.None, CultureInfo.InvariantCulture, out var at) && at < _modifiers.Length ? _modifiers[at] : 0,
        '?' => Equation(of[1..]),
        _ => char.IsLetter(of[0]) ? _named(of) ?? 0 : FiniteNumber.Parse(of) ?? 0,
    };

    private double Equation(string name)
    {
        if (_values.TryGetValue(name, out var known)) return known;
        // Circular references are 0.
        _values[name] = 0;
        return _values[name] = _formulas.TryGetValue(name, out var formula) ? new Reader(this, formula).Value() : 0;
    }

    /// <summary>Parses and evaluates a formula from left to right.</summary>
    private sealed class Reader(OdfFormulas all, string text)
    {
        private int _at;

        public double Value()
        {
            var value = Sum();
            return double.IsFinite(value) ? value : 0;
        }

        private double Sum()
        {
            // Deeper nesting than anyone writes evaluates to 0.
            if (all._depth >= Deepest) return 0;
            all._depth++;
            var value = Product();
            while (Next() is '+' or '-') value = text[_at++] == '+' ? value + Product() : value - Product();
            all._depth--;
            return value;
        }

        private double Product()
        {
            var value = Factor();
            while (Next() is '*' or '/')
            {
                var times = text[_at++] == '*';
                var by = Factor();
                value = times ? value * by : by == 0 ? 0 : value / by;
            }
            return value;
        }

        private double Factor()
        {
            // Any number of signs; each minus negates.
            var sign = 1;
            while (Next() is '-' or '+')
                if (text[_at++] == '-') sign = -sign;
            if (Next() == '(')
            {
                _at++;
                var inner = Sum();
                if (Next() == ')') _at++;
                return sign * inner;
            }
            var word = Word();
            if (word.Length == 0)
            {
                _at++;
                return 0;
            }
            return sign * (Next() == '(' ? Function(word) : all[word]);
        }

        private double Function(string name)
        {
            List<double> of = [];
            do
            {
                _at++;
                of.Add(Sum());
            }
            while (Next() == ',');
            if (Next() == ')') _at++;
            var (x, y, z) = (of[0], of.ElementAtOrDefault(1), of.ElementAtOrDefault(2));
            return name switch
            {
                "abs" => Math.Abs(x),
                "sqrt" => Math.Sqrt(Math.Max(0, x)),
                "sin" => Math.Sin(x),
                "cos" => Math.Cos(x),
                "tan" => Math.Tan(x),
                "atan" => Math.Atan(x),
                "atan2" => Math.Atan2(x, y),
                "min" => Math.Min(x, y),
                "max" => Math.Max(x, y),
                "if" => x > 0 ? y : z,
                _ => 0,
            };
        }

        private string Word()
        {
            var from = _at;
            while (_at < text.Length && (char.IsLetterOrDigit(text[_at]) || text[_at] is '.' or '$' or '?' or '_' || IsExponentSign(from))) _at++;
            return text[from.._at];

            bool IsExponentSign(int begin) => text[_at] is '-' or '+' && _at > begin && text[_at - 1] is 'e' or 'E' && char.IsDigit(text[begin]);
        }

        private char Next()
        {
            while (_at < text.Length && text[_at] == ' ') _at++;
            return _at < text.Length ? text[_at] : '\0';
        }
    }
}
