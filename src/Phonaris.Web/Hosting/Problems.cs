using Microsoft.AspNetCore.Diagnostics;
using Microsoft.AspNetCore.Mvc;
using Phonaris.Media;
using Phonaris.Storage;

namespace Phonaris.Web.Hosting;

/// <summary>Turns exceptions into problem details (RFC 9457) whose title is a sentence for the user.</summary>
internal sealed class Problems(IProblemDetailsService details, ILogger<Problems> log) : IExceptionHandler
{
    private const string NotUnderstood = "The request cannot be read: part of it is missing or has the wrong type.";

    public ValueTask<bool> TryHandleAsync(HttpContext httpContext, Exception exception, CancellationToken cancellationToken)
    {
        var (status, title, field) = exception switch
        {
            RuleException e => (StatusCodes.Status400BadRequest, e.Message, e.Field),
            StaleEditException e => (StatusCodes.Status409Conflict, e.Message, null),
            BadHttpRequestException { StatusCode: StatusCodes.Status413PayloadTooLarge } =>
                (StatusCodes.Status413PayloadTooLarge, "That is too large.", null),
            BadHttpRequestException e => (e.StatusCode, NotUnderstood, null),
            // JSON without a kind where there are several kinds.
            NotSupportedException { Source: "System.Text.Json" } => (StatusCodes.Status400BadRequest, NotUnderstood, null),
            _ when Faults.IsDiskFull(exception) => (StatusCodes.Status507InsufficientStorage, DiskFull.Exception().Message, null),
            _ => (StatusCodes.Status500InternalServerError, "Something went wrong in Phonaris. Your saved changes are safe. Try again.", null),
        };
        // Handled exceptions are not logged elsewhere.
        if (status == StatusCodes.Status500InternalServerError) log.LogError(exception, "{Method} {Path} failed", httpContext.Request.Method, httpContext.Request.Path);
        httpContext.Response.StatusCode = status;
        var problem = new ProblemDetails { Status = status, Title = title };
        if (field is not null) problem.Extensions["field"] = field;
        return details.TryWriteAsync(new() { HttpContext = httpContext, ProblemDetails = problem, Exception = exception });
    }
}
