<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Format\Markdown;

use Hafenbuch\Core\Format\Lexer\DecodedText;
use Hafenbuch\Core\Reference\ReferenceSite;
use Hafenbuch\Core\Text\Patience;
use Hafenbuch\Core\Text\Pattern;

/** Finds the addresses in a paragraph or heading, in the order of precedence of CommonMark, section 6. */
final class InlineScanner
{
    private DecodedText $text;

    private string $source = '';

    private Markup $markup;

    private int $at = 0;

    /** @var list<array{image: bool, active: bool, inner: int, bracketAfter: bool, sites: int}> the open brackets; with how many addresses were found before */
    private array $brackets = [];

    /** @var list<ReferenceSite> */
    private array $sites = [];

    /** @var ?array<int, list<int>> where runs of backticks are, by their length; null: not sought yet */
    private ?array $backticks = null;

    /** @var array<int, int> how many of these lie behind, by their length */
    private array $passedRuns = [];

    /** @param array<string, true> $labels the labels of the file's link reference definitions */
    public function __construct(private readonly array $labels) {}

    /** @return list<ReferenceSite> */
    public function scan(DecodedText $text): array
    {
        $this->text = $text;
        $this->source = $text->text;
        $this->markup = new Markup($text->text);
        $this->at = 0;
        $this->brackets = [];
        $this->sites = [];
        $this->backticks = null;
        $this->passedRuns = [];
        $end = strlen($this->source);
        while (($this->at += strcspn($this->source, '\\`<![]', $this->at)) < $end) {
            Patience::spend();
            match ($this->source[$this->at]) {
                '\\' => $this->at += 2,
                '`' => $this->codeSpan(),
                '<' => $this->angle(),
                '!' => $this->exclamation(),
                '[' => $this->open(false),
                default => $this->close(),
            };
        }

        return $this->sites;
    }

    private function codeSpan(): void
    {
        $length = strspn($this->source, '`', $this->at);
        $this->at += $length;
        $runs = ($this->backticks ??= self::runs($this->source))[$length] ?? [];
        $next = $this->passedRuns[$length] ?? 0;
        while (isset($runs[$next]) && $runs[$next] < $this->at) {
            $next++;
        }
        $this->passedRuns[$length] = $next;
        $this->at = isset($runs[$next]) ? $runs[$next] + $length : $this->at;
    }

    /** @return array<int, list<int>> where runs of backticks are, by their length */
    private static function runs(string $source): array
    {
        $runs = [];
        for ($at = 0; ($at = strpos($source, '`', $at)) !== false; $at += $length) {
            $length = strspn($source, '`', $at);
            $runs[$length][] = $at;
        }

        return $runs;
    }

    private function angle(): void
    {
        $address = $this->markup->autolink($this->at);
        $tag = $address === null ? $this->markup->tag($this->at) : null;
        if ($address !== null) {
            $this->sites[] = new ReferenceSite('autolink', $this->text->fileOffset($this->at + 1), strlen($address), $address, new AutolinkAddress);
        } elseif ($tag !== null) {
            array_push($this->sites, ...HtmlTags::inTag($this->text, $tag, $this->at));
        }
        $this->at += match (true) {
            $address !== null => strlen($address) + 2,
            $tag !== null => strlen($tag),
            default => $this->markup->length($this->at) ?? 1,
        };
    }

    private function exclamation(): void
    {
        $this->at++;
        if (($this->source[$this->at] ?? '') === '[') {
            $this->open(true);
        }
    }

    private function open(bool $image): void
    {
        $last = array_key_last($this->brackets);
        if ($last !== null) {
            $this->brackets[$last]['bracketAfter'] = true;
        }
        $this->at++;
        $this->brackets[] = ['image' => $image, 'active' => true, 'inner' => $this->at, 'bracketAfter' => false, 'sites' => count($this->sites)];
    }

    private function close(): void
    {
        $closing = $this->at++;
        $bracket = array_pop($this->brackets);
        if ($bracket === null || ! $bracket['active']) {
            return;
        }
        $within = count($this->sites);
        if (! $this->inlineLink($bracket['image'] ? 'image' : 'link')
            && ! $this->referenceLink($bracket['inner'], $closing, $bracket['bracketAfter'])) {
            return;
        }
        if ($bracket['image']) {
            // A picture's description is text, whatever stands in it (section 6.4).
            $own = count($this->sites) > $within ? array_pop($this->sites) : null;
            while (count($this->sites) > $bracket['sites']) {
                array_pop($this->sites);
            }
            $own === null || $this->sites[] = $own;
        } else {
            // Links do not contain links (section 6.3).
            foreach ($this->brackets as $index => $outer) {
                $this->brackets[$index]['active'] = $outer['image'] && $outer['active'];
            }
        }
    }

    private function inlineLink(string $kind): bool
    {
        if (($this->source[$this->at] ?? '') !== '(') {
            return false;
        }
        $start = $this->skipSpace($this->at + 1);
        $destination = Destination::at($this->text, $start);
        if ($destination === null) {
            return false;
        }
        $end = $this->skipSpace($destination->end);
        if ($end > $destination->end) {
            $titleEnd = Destination::titleEnd($this->source, $end);
            $end = $titleEnd === null ? $end : $this->skipSpace($titleEnd);
        }
        if (($this->source[$end] ?? '') !== ')') {
            return false;
        }
        $this->sites[] = $destination->site($kind);
        $this->at = $end + 1;

        return true;
    }

    /** A reference link's address stands in its definition; here only its extent matters. */
    private function referenceLink(int $inner, int $closing, bool $bracketAfter): bool
    {
        $label = null;
        $end = $this->at;
        if (Pattern::matches('~\G\[((?:[^\[\]\\\\]|\\\\.){0,999}+)\]~s', $this->source, $match, 0, $this->at)) {
            $end += strlen($match[0]);
            $label = $match[1];
        }
        if ($label === null || $label === '') {
            $label = $bracketAfter ? '' : substr($this->source, $inner, $closing - $inner);
        }
        if (! isset($this->labels[Definition::normalise($label)])) {
            return false;
        }
        $this->at = $end;

        return true;
    }

    private function skipSpace(int $at): int
    {
        return $at + strspn($this->source, " \t\n", $at);
    }
}
