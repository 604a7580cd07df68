namespace Phonaris.Web.Hosting;

/// <summary>The open pages, as those see them who have something to tell.</summary>
internal interface IPages
{
    /// <summary>Tells some pages of something.</summary>
    /// <param name="group">Whom: the id of a show, for the pages that follow it, or what names another group.</param>
    /// <param name="what">What has happened, in one word.</param>
    /// <param name="said">What there is to say of it.</param>
    Task TellAsync(string group, string what, params object?[] said);
}
