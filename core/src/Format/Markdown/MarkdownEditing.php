<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Format\Markdown;

use Hafenbuch\Core\Change\Change;
use Hafenbuch\Core\Format\Editing\ReferenceEditing;
use Hafenbuch\Core\Format\Editing\Removal;
use Hafenbuch\Core\Format\Notation\Inserted;
use Hafenbuch\Core\Reference\ReferenceSite;
use Hafenbuch\Core\Text\Pattern;

/** New links and images are paragraphs at the end. An image goes whole; a link leaves its text. */
final readonly class MarkdownEditing implements ReferenceEditing
{
    public function openings(string $bytes, string $label): array
    {
        $break = match (true) {
            $bytes === '' || str_ends_with($bytes, "\n\n") => '',
            str_ends_with($bytes, "\n") => "\n",
            default => "\n\n",
        };
        $text = (new HeadingText)->encode(strtr($label, "\r\n", '  '));
        $place = static fn (string $kind, string $mark): ReferenceSite => new ReferenceSite(
            $kind, strlen($bytes), 0, '', new Inserted("{$break}{$mark}[{$text}](", new BareDestination, ")\n"),
        );

        return [$place('link', ''), $place('image', '!')];
    }

    public function removal(string $bytes, ReferenceSite $site): ?array
    {
        $close = $this->end($bytes, $site->offset + $site->length);
        $open = Pattern::matches('~\]\([ \t]*\n?[ \t]*<?$~', substr($bytes, 0, $site->offset), $match) ? $site->offset - strlen($match[0]) : null;
        if (! in_array($site->kind, ['link', 'image'], true) || $close === null || $open === null) {
            return null;
        }
        $bracket = $this->openBracket($bytes, $open);
        if ($bracket === null) {
            return null;
        }
        if ($site->kind === 'image') {
            return [Removal::of($bytes, $bracket - 1, $close)];
        }

        return [new Change($bracket, 1), new Change($open, $close - $open)];
    }

    /** The byte behind the closing parenthesis. */
    private function end(string $bytes, int $at): ?int
    {
        $at += ($bytes[$at] ?? '') === '>' ? 1 : 0;
        $at += strspn($bytes, " \t\r\n", $at);
        $title = Destination::titleEnd($bytes, $at);
        if ($title !== null) {
            $at = $title + strspn($bytes, " \t\r\n", $title);
        }

        return ($bytes[$at] ?? '') === ')' ? $at + 1 : null;
    }

    /** The bracket that the closing one at an offset belongs to. */
    private function openBracket(string $bytes, int $closing): ?int
    {
        $depth = 0;
        for ($at = $closing; $at >= 0; $at--) {
            $isEscaped = $at > 0 && $bytes[$at - 1] === '\\';
            if ($bytes[$at] === ']' && ! $isEscaped) {
                $depth++;
            } elseif ($bytes[$at] === '[' && ! $isEscaped && --$depth === 0) {
                return $at;
            }
        }

        return null;
    }
}
