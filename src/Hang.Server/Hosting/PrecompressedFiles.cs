using Microsoft.AspNetCore.StaticFiles;
using Microsoft.Extensions.FileProviders;

namespace Hang.Server.Hosting;

/// <summary>Serves the built front end. Where a file has a brotli twin beside it, the twin is sent; files with a hash in their name never change.</summary>
public static class PrecompressedFiles
{
    public static void Use(WebApplication app, string folder)
    {
        var provider = new PhysicalFileProvider(Path.GetFullPath(folder));
        var types = new FileExtensionContentTypeProvider();
        types.Mappings[".wasm"] = "application/wasm";
        app.Use(
            async (context, next) =>
            {
                var path = context.Request.Path.Value ?? "";
                if (
                    path.Contains("/assets/", StringComparison.Ordinal)
                    && context.Request.Headers.AcceptEncoding.ToString().Contains("br", StringComparison.Ordinal)
                    && types.TryGetContentType(path, out var type)
                    && provider.GetFileInfo(path + ".br") is { Exists: true, PhysicalPath: { } twin }
                )
                {
                    context.Response.ContentType = type;
                    context.Response.Headers.ContentEncoding = "br";
                    context.Response.Headers.Vary = "Accept-Encoding";
                    context.Response.Headers.CacheControl = "public, max-age=31536000, immutable";
                    await context.Response.SendFileAsync(twin);
                    return;
                }
                await next();
            }
        );
        app.UseStaticFiles(
            new StaticFileOptions
            {
                FileProvider = provider,
                ContentTypeProvider = types,
                OnPrepareResponse = c =>
                    c.Context.Response.Headers.CacheControl = c.Context.Request.Path.StartsWithSegments("/assets")
                        ? "public, max-age=31536000, immutable"
                        : "no-cache",
            }
        );
        var pages = new StaticFileOptions { FileProvider = provider };
        app.MapFallbackToFile("/", "index.html", pages);
        // Not for what is no page: an unknown address of the API is told so.
        app.MapFallbackToFile("/{*path:nonfile:regex(^(?!api(/|$)|live(/|$)|health(/|$)|openapi(/|$)))}", "index.html", pages);
    }
}
