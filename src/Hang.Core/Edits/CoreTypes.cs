using System.Text;
using Hang.Core.Contents;
using Hang.Core.Documents;
using Hang.Scene.Json;
using Hang.Scene.PaintList;
using Hang.Scene.Registry;
using Hang.Scene.Sources;

namespace Hang.Core.Edits;

/// <summary>What the front end has to know of the core, printed as TypeScript from the core's own descriptions.</summary>
public static class CoreTypes
{
    /// <summary>The file web/src/live/core.gen.ts: documents and edits.</summary>
    public static string TypeScript()
    {
        var book = new TypeBook();
        Codecs.Of(typeof(Graphic)).TypeScript(book);
        Codecs.Of(typeof(Edit)).TypeScript(book);
        return "// Printed from the core's documents and edits by ./hang generate. Do not edit.\n\n" + string.Join("\n\n", book.Declarations) + "\n";
    }

    /// <summary>The file web/src/live/kinds.gen.ts: what may be asked of each kind of content.</summary>
    public static string Kinds()
    {
        static string Names<T>()
            where T : struct, Enum => string.Join(" | ", Enum.GetValues<T>().Select(v => $"'{JsonName.Of(v)}'"));
        static string Fact(ContentKind k) =>
            $"{{ words: {Said(k.Worded is not null)}, heard: {Said(k.Heard is not null)}, places: {Said(k.Places is not null)}, dotted: {(k.Dotted is { } d ? $"'{d.Name}'" : "null")}, isGroup: {Said(k.IsGroup)}, "
            + $"isLight: {Said(k.IsLight)}, stands: '{JsonName.Of(k.Stands)}', strip: '{JsonName.Of(k.Strip)}', gathers: '{JsonName.Of(k.Gathers)}' }}";
        static string Said(bool fact) => fact ? "true" : "false";
        return $$"""
            // Printed from the core's kinds of content by ./hang generate. Do not edit.

            import type { Content } from './core.gen'

            /** What may be asked of a kind of content, so that nobody names one. */
            export interface KindFacts {
              /** It is set in type. */
              words: boolean
              heard: boolean
              /** It shows another graphic. */
              places: boolean
              /** The value whose points are dragged on the stage. */
              dotted: string | null
              isGroup: boolean
              isLight: boolean
              /** Where it stands on the stage. */
              stands: {{Names<Stands>()}}
              /** What is drawn in its strip of the timeline. */
              strip: {{Names<StripLook>()}}
              /** What becomes of that which is added while it is selected. */
              gathers: {{Names<Gathers>()}}
            }

            export const kinds: Record<Content['kind'], KindFacts> = {
            {{string.Join("\n", Modules<ContentKind>.All.Select(k => $"  {k.Name}: {Fact(k)},"))}}
            }

            """;
    }

    /// <summary>The file web/src/program/ops.gen.ts: the operations of the paint list.</summary>
    public static string Operations()
    {
        var text = new StringBuilder("// Printed from the core's table of operations by ./hang generate. Do not edit.\n\n");
        text.Append(
            $"/** Codes of operations, in the order of the table. */\nexport const Code = {{ {string.Join(", ", Ops.All.Select((k, i) => $"{k.Name}: {i}"))} }} as const\n\n"
        );
        text.Append(
            $"/** Codes of a group's steps. */\nexport const Step = {{ {string.Join(", ", Ops.Steps.Select((k, i) => $"{k.Name}: {i}"))} }} as const\n"
        );
        foreach (var kind in Ops.All.Concat(Ops.Steps).Where(k => k.Fields.Count > 0))
        {
            text.Append(
                $"\n/** Where the numbers of \"{kind.Name}\" lie, from the operation's own start. */\nexport const {kind.Name} = {{ {string.Join(", ", kind.Fields.Select(f => $"{f.Name}: {f.At}"))} }} as const\n"
            );
        }
        text.Append($"\nexport type OpName = keyof typeof Code\n\nexport type StepName = keyof typeof Step\n");
        text.Append(
            $"\n/** Names of the words of each operation in their order, by code. */\nexport const wordNames: readonly (readonly string[])[] = [{string.Join(", ", Ops.All.Select(k => $"[{string.Join(", ", k.Words.Select(w => $"'{w}'"))}]"))}]\n"
        );
        text.Append(
            $"\n/** Where the repeated numbers of each operation begin, from its own start, by code; -1 where there are none. */\nexport const repeats: readonly number[] = [{Listed(Ops.All, k => k.Fields.Any(f => f.Each) ? k.More.At : -1)}]\n"
        );
        text.Append(
            $"\n/** Levels that each operation opens, or closes (-1), by code. */\nexport const levels: readonly number[] = [{Listed(Ops.All, k => k.Levels)}]\n"
        );
        text.Append(
            $"\n/** 1 for each operation that paints, by code. */\nexport const paints: readonly number[] = [{Listed(Ops.All, k => k.Does.HasFlag(Does.Paints) ? 1 : 0)}]\n"
        );
        text.Append(
            $"\n/** 1 for each operation that only tells where something is, by code. */\nexport const marks: readonly number[] = [{Listed(Ops.All, k => k.Does.HasFlag(Does.Marks) ? 1 : 0)}]\n"
        );
        text.Append(
            $"\n/** 1 for each operation whose level is one picture, by code. */\nexport const mixes: readonly number[] = [{Listed(Ops.All, k => k.Does.HasFlag(Does.Mixes) ? 1 : 0)}]\n"
        );
        text.Append(
            $"\n/** 1 for each operation that covers the inside of a shape, by code. */\nexport const fills: readonly number[] = [{Listed(Ops.All, k => k.Does.HasFlag(Does.Fills) ? 1 : 0)}]\n"
        );
        text.Append(
            $"\n/** 1 for each step that is plain arithmetic on each pixel, by code. */\nexport const byPixel: readonly number[] = [{Listed(Ops.Steps, k => k.ByPixel ? 1 : 0)}]\n"
        );
        return text.ToString();
    }

    private static string Listed<T>(IEnumerable<T> kinds, Func<T, int> fact) => string.Join(", ", kinds.Select(fact));

    /// <summary>The file web/src/live/sources.gen.ts: the kinds of files that documents carry.</summary>
    public static string Sources() =>
        $$"""
            // Printed from the core's kinds of sources by ./hang generate. Do not edit.

            import type { {{string.Join(", ", SourceKinds.All.Select(k => k.Facts.Name).Order(StringComparer.Ordinal))}} } from './core.gen'

            /** What a document says of a file of each kind. */
            export interface SourceFacts {
            {{string.Join("\n", SourceKinds.All.Select(k => $"  {k.Name}: {k.Facts.Name}"))}}
            }

            export type SourceName = keyof SourceFacts

            interface SourceKind {
              /** The member of a document that holds them. */
              member: string
              /** Where they are kept, among the addresses of the server. */
              folder: string
              /** What names of such files end with. */
              endings: string[]
              types: string[]
            }

            export const sources: Record<SourceName, SourceKind> = {
            {{string.Join(
                "\n",
                SourceKinds.All.Select(k =>
                    $"  {k.Name}: {{ member: '{k.Member}', folder: '{k.Folder}', endings: [{Listed(k.Types.SelectMany(t => t.Endings))}], types: [{Listed(k.Types.Select(t => t.Type))}] }},"
                )
            )}}
            }

            """;

    private static string Listed(IEnumerable<string> words) => string.Join(", ", words.Select(w => $"'{w}'"));
}
