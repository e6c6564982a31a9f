<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Format\Markdown;

use Hafenbuch\Core\Format\Lexer\DecodedText;
use Hafenbuch\Core\Text\Patience;
use Hafenbuch\Core\Text\Pattern;

/**
 * The block structure of a Markdown file (CommonMark, sections 3 to 5 and the appendix's parsing strategy),
 * line by line, without building a tree: only which bytes are text, HTML or definitions.
 */
final class BlockScanner
{
    /** Quotes and items within one another; what is deeper is text. Nobody writes so deep, and each line costs its length for each of them. */
    private const DEEPEST = 200;

    /** With what a line begins that may be anything else than text. */
    private const OPENING = " \t\r\n>#`~<=-+*_0123456789";

    private const TEXT_LINES = '~\G(?:[^ \t\r\n>#`\~<=\-+*_0-9][^\r\n]*+\n)++~';

    private LineCursor $line;

    /** @var list<array{quote: bool, indent: int, empty: bool}> the open block quotes and list items */
    private array $containers = [];

    /** @var list<array{int, int}> the open paragraph's lines */
    private array $paragraph = [];

    /** @var ?array{string, int} the open code fence's character and length */
    private ?array $fence = null;

    /** @var ?string the pattern that ends the open HTML block; '' for a blank line */
    private ?string $htmlEnd = null;

    private bool $htmlIsRead = false;

    /** @var list<array{int, int}> */
    private array $htmlLines = [];

    /** @var list<DecodedText> */
    private array $texts = [];

    /** @var list<DecodedText> */
    private array $html = [];

    /** @var list<Definition> */
    private array $definitions = [];

    /** @var ?array{int, int} */
    private ?array $firstHeading = null;

    private bool $hasHeading = false;

    private function __construct(private readonly string $bytes) {}

    public static function scan(string $bytes, int $start): Blocks
    {
        $scanner = new self($bytes);
        $end = strlen($bytes);
        while ($start < $end) {
            Patience::spend();
            $length = strcspn($bytes, "\r\n", $start);
            if ($scanner->takesText() && ! str_contains(self::OPENING, $bytes[$start])) {
                // Such a line belongs to the paragraph before it, also to a lazy one (section 5.1), or begins one.
                $length = $scanner->canJoin() ? self::run($bytes, $start, $length) : $length;
                $scanner->paragraph[] = [$start, $length];
            } else {
                $scanner->line(new LineCursor($bytes, $start, $start + $length));
            }
            $start += $length;
            $start += $start < $end && $bytes[$start] === "\r" && ($bytes[$start + 1] ?? '') === "\n" ? 2 : 1;
        }
        $scanner->closeLeaf();

        return new Blocks($scanner->texts, $scanner->html, $scanner->definitions, $scanner->firstHeading);
    }

    /** Whether a paragraph is open, or nothing is. */
    private function takesText(): bool
    {
        return $this->paragraph !== [] || ($this->containers === [] && $this->fence === null && $this->htmlEnd === null);
    }

    /** Whether lines may be taken together: only those of definitions are counted, and these begin a paragraph (section 4.7). */
    private function canJoin(): bool
    {
        return $this->paragraph !== [] && $this->bytes[$this->paragraph[0][0]] !== '[';
    }

    /** The length of this and all lines of text after it, as long as their ends are line feeds. */
    private static function run(string $bytes, int $start, int $length): int
    {
        return Pattern::matches(self::TEXT_LINES, $bytes, $match, 0, $start) ? strlen($match[0]) - 1 : $length;
    }

    private function line(LineCursor $line): void
    {
        $this->line = $line;
        $matched = $this->matchContainers();
        $allMatched = $matched === count($this->containers);
        if ($allMatched && $this->fence !== null) {
            $this->inFence();

            return;
        }
        if ($allMatched && $this->htmlEnd !== null) {
            $this->inHtml();

            return;
        }
        if (! $allMatched && $this->paragraph === []) {
            $this->closeContainers($matched);
            $allMatched = true;
        }
        $this->openBlocks($matched, $allMatched);
    }

    /** How many of the open containers go on in this line. */
    private function matchContainers(): int
    {
        foreach ($this->containers as $index => $container) {
            if ($container['quote']) {
                if ($this->line->indent() > 3 || ! $this->line->startsWith('>')) {
                    return $index;
                }
                $this->line->skipMarker(1);
                $this->line->skipColumns(1);
            } elseif ($this->line->isBlank()) {
                // An item that begins with a blank line ends at a second one (section 5.2).
                if ($container['empty']) {
                    return $index;
                }
            } elseif ($this->line->indent() >= $container['indent']) {
                $this->line->skipColumns($container['indent']);
            } else {
                return $index;
            }
        }

        return count($this->containers);
    }

    private function openBlocks(int $matched, bool $allMatched): void
    {
        $line = $this->line;
        while (true) {
            Patience::spend();
            if ($line->isBlank()) {
                $this->closeLeaf();
                $this->closeContainers($matched);

                return;
            }
            $inParagraph = $this->paragraph !== [];
            if ($line->indent() >= 4) {
                if (! $inParagraph) {
                    $this->fillItem(); // indented code

                    return;
                }
                break;
            }
            if (count($this->containers) >= self::DEEPEST) {
                break;
            }
            $interrupts = $inParagraph && $allMatched;
            if ($line->startsWith('>')) {
                $this->open($matched, ['quote' => true, 'indent' => 0, 'empty' => false]);
                $line->skipMarker(1);
                $line->skipColumns(1);
            } elseif (($heading = $line->match('~\G#{1,6}(?=[ \t]|$)~')) !== null) {
                $this->closeLeaf();
                $this->closeContainers($matched);
                $this->atxHeading(strlen($heading));

                return;
            } elseif (($fence = $line->match('~\G(?:`{3,}+(?=[^`]*+$)|\~{3,}+)~')) !== null) {
                $this->closeLeaf();
                $this->closeContainers($matched);
                $this->fillItem();
                $this->fence = [$fence[0], strlen($fence)];

                return;
            } elseif (($html = HtmlBlockStart::of($line, $inParagraph)) !== null) {
                $this->closeLeaf();
                $this->closeContainers($matched);
                $this->fillItem();
                [$this->htmlEnd, $this->htmlIsRead] = $html;
                $this->inHtml();

                return;
            } elseif ($interrupts && $line->match('~\G(?:=++|-++)[ \t]*+$~') !== null && $this->setextHeading()) {
                return;
            } elseif ($line->match('~\G(?:(?:\*[ \t]*+){3,}+|(?:-[ \t]*+){3,}+|(?:_[ \t]*+){3,}+)$~') !== null) {
                $this->closeLeaf();
                $this->closeContainers($matched);
                $this->fillItem();

                return;
            } elseif (($marker = $this->itemMarker($interrupts)) !== null) {
                $indent = $line->indent();
                $line->skipMarker(strlen($marker));
                $this->open($matched, ['quote' => false, 'indent' => $indent + strlen($marker) + $line->itemPadding(), 'empty' => $line->isBlank()]);
            } else {
                break;
            }
            $matched = count($this->containers);
            $allMatched = true;
        }
        $this->addText($matched, $allMatched);
    }

    private function addText(int $matched, bool $allMatched): void
    {
        // Without a new block, text that misses a container's marker still continues its paragraph (section 5.1, laziness).
        if (! $allMatched && $this->paragraph === []) {
            $this->closeContainers($matched);
        }
        $this->fillItem();
        $this->paragraph[] = $this->line->rest();
    }

    private function itemMarker(bool $interrupts): ?string
    {
        $marker = $this->line->match('~\G(?:[-+*]|[0-9]{1,9}[.)])(?=[ \t]|$)~');
        if ($marker === null || ! $interrupts) {
            return $marker;
        }
        $isEmpty = $this->line->match('~\G(?:[-+*]|[0-9]{1,9}[.)])[ \t]*$~') !== null;
        $isOtherNumber = strlen($marker) > 1 && (int) $marker !== 1;

        return $isEmpty || $isOtherNumber ? null : $marker;
    }

    /** @param array{quote: bool, indent: int, empty: bool} $container */
    private function open(int $matched, array $container): void
    {
        $this->closeLeaf();
        $this->closeContainers($matched);
        $this->fillItem();
        $this->containers[] = $container;
    }

    private function closeContainers(int $matched): void
    {
        if ($matched < count($this->containers)) {
            $this->closeLeaf();
            $this->containers = array_slice($this->containers, 0, $matched);
        }
    }

    private function fillItem(): void
    {
        $last = array_key_last($this->containers);
        if ($last !== null) {
            $this->containers[$last]['empty'] = false;
        }
    }

    private function inFence(): void
    {
        [$character, $length] = $this->fence ?? ['`', 3];
        if ($this->line->indent() <= 3 && $this->line->match('~\G'.preg_quote($character, '~').'{'.$length.',}[ \t]*$~') !== null) {
            $this->fence = null;
        }
    }

    private function inHtml(): void
    {
        if ($this->htmlEnd === '' && $this->line->isBlank()) {
            $this->closeLeaf();

            return;
        }
        $this->htmlLines[] = $this->line->rest();
        if ($this->htmlEnd !== '' && Pattern::matches((string) $this->htmlEnd, $this->line->text())) {
            $this->closeLeaf();
        }
    }

    private function atxHeading(int $level): void
    {
        $this->fillItem();
        [$offset, $length] = $this->line->rest();
        $text = rtrim(substr($this->bytes, $offset + $level, $length - $level), " \t");
        $text = Pattern::replace('~(?:^|(?<=[ \t]))#+$~', '', $text);
        $lead = strspn($text, " \t");
        $this->heading([[$offset + $level + $lead, strlen(trim($text, " \t"))]], $level);
    }

    private function setextHeading(): bool
    {
        $rest = DefinitionReader::read(DecodedText::lines($this->bytes, $this->paragraph), $this->definitions);
        $lines = $this->linesFrom($rest);
        $this->paragraph = [];
        if ($lines === []) {
            return false;
        }
        $last = array_key_last($lines);
        $lines[$last][1] = strlen(rtrim(substr($this->bytes, ...$lines[$last]), " \t"));
        $this->heading($lines, 1);

        return true;
    }

    /** @param non-empty-list<array{int, int}> $lines */
    private function heading(array $lines, int $level): void
    {
        $this->texts[] = DecodedText::lines($this->bytes, $lines);
        if (! $this->hasHeading && $level <= 6) {
            $this->hasHeading = true;
            $isOneLine = count($lines) === 1 && strcspn($this->bytes, "\r\n", ...$lines[0]) === $lines[0][1];
            $this->firstHeading = $isOneLine ? $lines[0] : null;
        }
    }

    private function closeLeaf(): void
    {
        $this->fence = null;
        if ($this->htmlEnd !== null) {
            if ($this->htmlIsRead) {
                $this->html[] = DecodedText::lines($this->bytes, $this->htmlLines);
            }
            $this->htmlEnd = null;
            $this->htmlLines = [];
        }
        if ($this->paragraph !== []) {
            $text = DecodedText::lines($this->bytes, $this->paragraph);
            $count = DefinitionReader::read($text, $this->definitions);
            $lines = $this->linesFrom($count);
            if ($lines !== []) {
                $this->texts[] = $count === 0 ? $text : DecodedText::lines($this->bytes, $lines);
            }
            $this->paragraph = [];
        }
    }

    /**
     * @param  int  $lineCount  how many of the paragraph's lines are definitions
     * @return list<array{int, int}>
     */
    private function linesFrom(int $lineCount): array
    {
        return array_slice($this->paragraph, $lineCount);
    }
}
