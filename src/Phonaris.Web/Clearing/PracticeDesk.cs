using System.Text.RegularExpressions;
using Phonaris.Core.Shows;
using Phonaris.Web.Catalogue;

namespace Phonaris.Web.Clearing;

/// <summary>
/// The desk that comes with the app, for practice: it knows the pieces of the catalogue and always decides the same. It clears narrow destinations; for
/// wider ones some pieces cost a fee, and some are refused for products for sale.
/// </summary>
internal sealed partial class PracticeDesk(ISoundCatalogue catalogue, CatalogueMoods moods) : IClearanceDesk
{
    private const int LeastFee = 10, MostFee = 60;

    public async Task<DeskAnswer> AskAsync(Rights rights, Destination where, bool pays, CancellationToken cancel)
    {
        await moods.WaitAsync("The clearance desk", cancel);
        var id = PiecePattern().Match($"{rights.Source}\n{rights.Proof}").Groups["id"].Value;
        if ((await catalogue.SearchAsync(new(null, null, null, null, null), cancel)).All(p => p.Id != id))
            return new(DeskDecision.Unknown, $"The desk knows only pieces of the catalogue. Ask {(rights.Author.Length > 0 ? rights.Author : "the rights holder")} and enter the answer as proof.");
        var character = id.Sum(c => c);
        if (where == Destination.Sold && character % 3 == 0) return new(DeskDecision.No, "The desk does not allow use in a product for sale.");
        var fee = where <= Destination.Inside ? 0 : LeastFee + character % (MostFee - LeastFee);
        if (fee > 0 && !pays) return new(DeskDecision.Fee, $"The desk clears it for a fee of {fee}.", fee);
        return new(DeskDecision.Yes, "Cleared by the desk.", Number: $"{character}-{(int)where + 1}");
    }

    [GeneratedRegex(@"catalogue,? piece (?<id>\S+)")]
    private static partial Regex PiecePattern();
}
