using Phonaris.Core.Drawings;
using Phonaris.Core.Shows;
using Phonaris.Formats.Decks;
using static Phonaris.Formats.Tests.PresentationMaker;

namespace Phonaris.Formats.Tests;

/// <summary>A folder for decks of one slide made by tests.</summary>
public abstract class MadeDecks : IDisposable
{
    private readonly DirectoryInfo _folder = Directory.CreateTempSubdirectory("phonaris-drawings");

    public void Dispose()
    {
        _folder.Delete(recursive: true);
        GC.SuppressFinalize(this);
    }

    protected string PathOf(string name) => Path.Combine(_folder.FullName, name);

    protected Deck Read(string name) => DeckFormats.Read([new(PathOf(name), name, new string('a', 64))]);

    protected SlideDrawing Draw(string name) => DeckFormats.Draw(PathOf(name), MediaTypes.Pptx, [1])[0];

    protected void Maker(string name, string shapes) => PresentationMaker.Pptx(PathOf(name), [$"><p:cSld><p:spTree>{shapes}</p:spTree></p:cSld>"]);

    /// <summary>The shapes of a one-slide deck with one shape.</summary>
    protected ValueList<DrawnShape> Pptx(string properties, string attributes = "", string body = "", (double Width, double Height)? size = null)
    {
        Maker("one.pptx", Shape(3, 0, 0, size?.Width ?? 100, size?.Height ?? 50, properties, body, attributes));
        return Draw("one.pptx").Shapes;
    }
}
