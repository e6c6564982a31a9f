<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Format\M3u;

use Hafenbuch\Core\Format\Editing\LineEditing;
use Hafenbuch\Core\Format\Editing\ReferenceEditing;
use Hafenbuch\Core\Format\Language;
use Hafenbuch\Core\Format\Legacy;
use Hafenbuch\Core\Format\Lexer\Lines;
use Hafenbuch\Core\Format\Lexer\Patience;
use Hafenbuch\Core\Format\Notation\Inserted;
use Hafenbuch\Core\Format\Notation\LineText;
use Hafenbuch\Core\Format\ParsedContent;
use Hafenbuch\Core\Reference\AddressStyle;
use Hafenbuch\Core\Reference\FieldSite;
use Hafenbuch\Core\Reference\ReferenceSite;
use Hafenbuch\Core\Text\Pattern;

/**
 * M3U and M3U8 playlists. One with #EXT-X- tags is a media playlist (RFC 8216), whose lines and URI attributes
 * are URI references; in any other a line is a file's path as it is, or an absolute address.
 */
final class M3uFormat implements Legacy
{
    /** Attributes that hold an address (RFC 8216; its revision, draft-pantos-hls-rfc8216bis, for content steering and interstitials). */
    private const ADDRESSES = ['URI', 'SERVER-URI', 'X-ASSET-URI', 'X-ASSET-LIST'];

    public function name(): string
    {
        return 'M3U';
    }

    public function endings(): array
    {
        return ['m3u', 'm3u8'];
    }

    public function language(): Language
    {
        return Language::Text;
    }

    public function mediaType(): string
    {
        return 'application/vnd.apple.mpegurl';
    }

    public function placeholder(string $line): string
    {
        return $this->language()->written($line);
    }

    public function read(string $bytes): ParsedContent
    {
        $isMedia = Pattern::matches('~^#EXT-X-~m', $bytes);
        $references = [];
        $track = $this->track();
        $title = null;
        $afterHead = null;
        foreach (Lines::of($bytes) as $offset => $line) {
            if ($line[0] !== '#') {
                $style = $isMedia || Pattern::matches('~^[a-z][a-z0-9+.\-]+://~i', $line) ? AddressStyle::Uri : AddressStyle::PlainPath;
                $references[] = new ReferenceSite('track', $offset, strlen($line), $line, $track, $style, $isMedia ? AddressStyle::Uri : AddressStyle::PlainPath);
            } elseif ($isMedia && Pattern::matches('~^#EXT-X-[A-Z-]++:~', $line, $match)) {
                array_push($references, ...$this->inAttributes($line, strlen($match[0]), $offset));
            } elseif (str_starts_with($line, '#PLAYLIST:') && $title === null) {
                $value = ltrim(substr($line, 10), " \t");
                $title = new FieldSite(FieldSite::TITLE, $offset + strlen($line) - strlen($value), strlen($value), $value, new LineText('a playlist’s title'));
            } elseif ($line === '#EXTM3U') {
                $afterHead = $offset + 7;
            }
        }
        if ($title === null && $afterHead !== null) {
            $title = new FieldSite(FieldSite::TITLE, $afterHead, 0, '', new Inserted("\n#PLAYLIST:", new LineText('a playlist’s title'), ''));
        }

        return ParsedContent::of($references, $title === null ? [] : [$title]);
    }

    /**
     * An attribute list (RFC 8216, section 4.2); white space beside its commas is met in practice.
     *
     * @return list<ReferenceSite>
     */
    private function inAttributes(string $line, int $at, int $offset): array
    {
        $sites = [];
        while (Pattern::matches('~\G[ \t,]*+([A-Z0-9\-]++)=(?:"([^"]*+)"|[^,]*+)~', $line, $match, PREG_OFFSET_CAPTURE | PREG_UNMATCHED_AS_NULL, $at)) {
            Patience::spend();
            $at = $match[0][1] + strlen((string) $match[0][0]);
            if (in_array($match[1][0], self::ADDRESSES, true) && (string) $match[2][0] !== '') {
                $sites[] = new ReferenceSite('track', $offset + $match[2][1], strlen((string) $match[2][0]), (string) $match[2][0], new LineText('a quoted attribute', '~"~', 'it has a quote'));
            }
        }

        return $sites;
    }

    public function blank(string $title): string
    {
        return "#EXTM3U\n#PLAYLIST:".trim(Pattern::replace('~\s+~', ' ', $title))."\n";
    }

    public function editing(): ReferenceEditing
    {
        return new LineEditing('track', '', $this->track(), lead: '~^#EXT(?!M3U|-X-)~');
    }

    private function track(): LineText
    {
        return new LineText('a playlist', '~^#~', 'a line that begins with # is a comment');
    }
}
