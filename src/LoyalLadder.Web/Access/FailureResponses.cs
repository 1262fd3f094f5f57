using System.Data.Common;
using System.Net.Sockets;
using System.Text.RegularExpressions;
using Microsoft.AspNetCore.Antiforgery;
using Microsoft.EntityFrameworkCore;

namespace LoyalLadder.Web.Access;

/// <summary>What went wrong, as a status and a sentence, for everything that a user or a lost database can cause.</summary>
public static class FailureResponses
{
    public static int StatusOf(Exception? exception) =>
        exception switch
        {
            BadHttpRequestException bad => bad.StatusCode,
            InvalidDataException => StatusCodes.Status413PayloadTooLarge,
            AntiforgeryValidationException => StatusCodes.Status400BadRequest,
            RegexMatchTimeoutException => StatusCodes.Status422UnprocessableEntity,
            _ when IsDatabaseAway(exception) || IsDiscFull(exception) => StatusCodes.Status503ServiceUnavailable,
            DbUpdateException => StatusCodes.Status409Conflict,
            _ => StatusCodes.Status500InternalServerError,
        };

    /// <summary>The database does not answer, or hung up in the middle.</summary>
    public static bool IsDatabaseAway(Exception? exception)
    {
        for (var e = exception; e is not null; e = e.InnerException)
            if (e is SocketException or TimeoutException or DbException { IsTransient: true })
                return true;
        return false;
    }

    /// <summary>The database's server has no room left: it reads, and saves nothing.</summary>
    public static bool IsDiscFull(Exception? exception)
    {
        for (var e = exception; e is not null; e = e.InnerException)
            if (e is DbException { SqlState: Npgsql.PostgresErrorCodes.DiskFull })
                return true;
        return false;
    }

    /// <summary>What went wrong and what to do.</summary>
    /// <param name="status">As which status it is answered.</param>
    /// <param name="error">What it came from, where it is known.</param>
    public static (string Title, string Advice) Words(int status, Exception? error = null) =>
        status switch
        {
            503 => OfDatabase(IsDiscFull(error)),
            400 => (
                Say("This could not be read"),
                Say("Go back: what you typed is still there. Load the page anew and send it again.")
            ),
            403 => (
                Say("Not for your role"),
                Say("The head instructor of your school can do this, or give you the role for it.")
            ),
            404 => (Say("Nothing here"), Say("The page may have been removed, or belongs to another school.")),
            405 => (Say("This page cannot do that"), Say("Go back and try it from the page itself.")),
            409 => (
                Say("Changed meanwhile"),
                Say(
                    "Somebody saved something of this at the same moment. Go back, load the page anew, and send it again."
                )
            ),
            415 => (Say("This could not be read"), Say("Send text as UTF-8, as every browser does.")),
            422 => (
                Say("This takes too long to read"),
                Say("Go back: what you typed is still there. Shorten it, or break it into lines.")
            ),
            413 => (
                Say("Too large"),
                Say(
                    "A sheet may have 200 kB, which is some forty lessons; a picture 1 MB. Go back: what you typed is still there."
                )
            ),
            429 => (Say("Too many at once"), Say("Wait a minute, then try again. Nothing else has happened.")),
            _ => (Say("Something broke"), Say("It has been written down in the log. Go back and try once more.")),
        };

    private static (string Title, string Advice) OfDatabase(bool isFull) =>
        isFull
            ? (
                Say("The server is full"),
                Say(
                    "Its disc has no room left: nothing more can be saved until whoever looks after it makes room. What was saved is there "
                        + "and can be read. The mat goes on by itself."
                )
            )
            : (
                Say("The database is away"),
                Say(
                    "Nothing that was saved is lost. The mat goes on by itself; other pages come back as soon as it answers."
                )
            );

    /// <summary>Gives exceptions their status before the pages for it are shown.</summary>
    public static IApplicationBuilder UseTrouble(this IApplicationBuilder app) =>
        app.UseExceptionHandler(
                new ExceptionHandlerOptions
                {
                    ExceptionHandlingPath = "/trouble",
                    StatusCodeSelector = StatusOf,
                    // a lost database is said in one line by the page that shows it, not with a stack for every poll of the mat
                    SuppressDiagnosticsCallback = c =>
                        StatusOf(c.Exception) != StatusCodes.Status500InternalServerError,
                }
            )
            .UseStatusCodePagesWithReExecute("/trouble", "?code={0}");
}
