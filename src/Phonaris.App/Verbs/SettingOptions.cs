using System.CommandLine;
using Phonaris.Web.Hosting;

namespace Phonaris.App.Verbs;

/// <summary>Settings as options of a verb.</summary>
internal sealed class SettingOptions
{
    private readonly List<(Option<string?> Option, Setting Setting)> _values = [];
    private readonly List<(Option<bool> Option, Setting Setting)> _switches = [];

    /// <summary>Adds options for settings to a verb.</summary>
    /// <param name="verb">The verb.</param>
    /// <param name="names">The settings; null for all.</param>
    public SettingOptions(Command verb, params IReadOnlyList<string> names)
    {
        foreach (var setting in Settings.All.Where(s => names.Count == 0 || names.Contains(s.Name)))
            if (setting.Default == "on")
                Add(_switches, new Option<bool>($"--no-{setting.Name}") { Description = setting.Name == "key" ? "Let in every browser on this machine." : "Do not open the browser." }, setting);
            else
                Add(_values, new Option<string?>($"--{setting.Name}") { Description = setting.What + (setting.Default.Length > 0 ? $" Default: {setting.Default}." : "") }, setting);

        void Add<T>(List<(Option<T>, Setting)> to, Option<T> option, Setting setting)
        {
            to.Add((option, setting));
            verb.Add(option);
        }
    }

    /// <summary>The settings given, as options of a verb.</summary>
    public IEnumerable<string> AsOptions(ParseResult parsed) => _values
        .Where(v => parsed.GetValue(v.Option) is not null)
        .SelectMany(v => new[] { v.Option.Name, parsed.GetValue(v.Option)! });

    /// <summary>The settings given, as arguments of the server.</summary>
    public IEnumerable<string> Given(ParseResult parsed) => _values
        .Where(v => parsed.GetValue(v.Option) is not null)
        .Select(v => $"--{v.Setting.Key}={parsed.GetValue(v.Option)}")
        .Concat(_switches.Where(s => parsed.GetValue(s.Option)).Select(s => $"--{s.Setting.Key}=off"));
}
