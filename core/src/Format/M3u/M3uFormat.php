<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Format\M3u;

use Hafenbuch\Core\Format\Editing\LineEditing;
use Hafenbuch\Core\Format\Editing\ReferenceEditing;
use Hafenbuch\Core\Format\Language;
use Hafenbuch\Core\Format\Legacy;
use Hafenbuch\Core\Format\Lexer\Lines;
use Hafenbuch\Core\Format\Notation\Inserted;
use Hafenbuch\Core\Format\Notation\LineText;
use Hafenbuch\Core\Format\ParsedContent;
use Hafenbuch\Core\Format\WrittenInItsLanguage;
use Hafenbuch\Core\Reference\AddressStyle;
use Hafenbuch\Core\Reference\FieldSite;
use Hafenbuch\Core\Reference\ReferenceSite;
use Hafenbuch\Core\Text\Patience;
use Hafenbuch\Core\Text\Pattern;

/**
 * M3U and M3U8 playlists. One with #EXT-X- tags is a media playlist (RFC 8216), whose lines and URI attributes
 * are URI references; in any other a line is a file's path as it is, or an absolute address.
 */
final class M3uFormat implements Legacy
{
    use WrittenInItsLanguage;

    /** Attributes that hold an address (RFC 8216; its revision, draft-pantos-hls-rfc8216bis, for content steering and interstitials). */
    private const ADDRESSES = ['URI', 'SERVER-URI', 'X-ASSET-URI', 'X-ASSET-LIST'];

    /** What begins so is an address, and no path. */
    private const ADDRESS = '~^(?:[a-z][a-z0-9+.\-]+://|device:)~i';

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

    public function read(string $bytes): ParsedContent
    {
        $isMedia = Pattern::matches('~^#EXT-X-~m', $bytes);
        $references = [];
        $variables = $isMedia ? Variables::in($bytes) : new Variables;
        $track = $variables->over($this->track());
        $title = null;
        $afterHead = null;
        foreach (Lines::of($bytes) as $offset => $line) {
            if ($line[0] !== '#') {
                $style = $isMedia || Pattern::matches(self::ADDRESS, $line) ? AddressStyle::Uri : AddressStyle::PlainPath;
                $references[] = new ReferenceSite('track', $offset, strlen($line), $track->decode($line), $track, $style, $isMedia ? AddressStyle::Uri : AddressStyle::PlainPath);
            } elseif ($isMedia && Pattern::matches('~^#EXT-X-[A-Z-]++:~', $line, $match)) {
                array_push($references, ...$this->inAttributes($line, strlen($match[0]), $offset, $variables));
            } elseif (Pattern::matches('~^#EXT(?:M3U|INF:)~', $line)) {
                array_push($references, ...self::shown($line, $offset));
            }
            if ($line[0] !== '#') {
                continue;
            }
            if (str_starts_with($line, '#PLAYLIST:') && $title === null) {
                $value = ltrim(substr($line, 10), " \t");
                $title = new FieldSite(FieldSite::TITLE, $offset + strlen($line) - strlen($value), strlen($value), $value, new LineText('a playlist’s title'));
            } elseif (str_starts_with($line, '#EXTM3U')) {
                $afterHead ??= $offset + strlen($line);
            }
        }
        if ($title === null && $afterHead !== null) {
            $title = new FieldSite(FieldSite::TITLE, $afterHead, 0, '', new Inserted("\n#PLAYLIST:", new LineText('a playlist’s title'), ''));
        }

        $known = $isMedia ? $variables->known($references) : $references;
        $parsed = ParsedContent::of($known, $title === null ? [] : [$title]);

        return count($known) === count($references) ? $parsed : $parsed->noting('Addresses with variables that only a player knows were not read.');
    }

    /**
     * What lists of channels show: pictures and programme guides, as they are met in practice.
     *
     * @return list<ReferenceSite>
     */
    private static function shown(string $line, int $offset): array
    {
        Pattern::matchAll('~[\s,](?:tvg-logo|url-tvg|x-tvg-url)="([^"]++)"~', $line, $found, PREG_OFFSET_CAPTURE);

        return array_map(static function (array $value) use ($offset): ReferenceSite {
            $style = Pattern::matches(self::ADDRESS, $value[0]) ? AddressStyle::Uri : AddressStyle::PlainPath;

            return new ReferenceSite('image', $offset + $value[1], strlen($value[0]), $value[0], new LineText('a quoted attribute', '~"~', 'it has a quote'), $style, AddressStyle::PlainPath);
        }, $found[1]);
    }

    /**
     * An attribute list (RFC 8216, section 4.2); white space beside its commas is met in practice.
     *
     * @return list<ReferenceSite>
     */
    private function inAttributes(string $line, int $at, int $offset, Variables $variables): array
    {
        $sites = [];
        $notation = $variables->over(new LineText('a quoted attribute', '~"~', 'it has a quote'));
        while (Pattern::matches('~\G[ \t,]*+([A-Z0-9\-]++)=(?:"([^"]*+)"|[^,]*+)~', $line, $match, PREG_OFFSET_CAPTURE | PREG_UNMATCHED_AS_NULL, $at)) {
            Patience::spend();
            $at = $match[0][1] + strlen((string) $match[0][0]);
            if (in_array($match[1][0], self::ADDRESSES, true) && (string) $match[2][0] !== '') {
                $sites[] = new ReferenceSite('track', $offset + $match[2][1], strlen((string) $match[2][0]), $notation->decode((string) $match[2][0]), $notation);
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
