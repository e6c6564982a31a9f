<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Format;

use Hafenbuch\Core\Charset\Charset;
use Hafenbuch\Core\Charset\CodedText;
use Hafenbuch\Core\Format\Css\CssFormat;
use Hafenbuch\Core\Format\Cue\CueFormat;
use Hafenbuch\Core\Format\DataPackage\DataPackageFormat;
use Hafenbuch\Core\Format\Editing\ReferenceEditing;
use Hafenbuch\Core\Format\Glb\GlbFormat;
use Hafenbuch\Core\Format\Gltf\GltfFormat;
use Hafenbuch\Core\Format\Html\HtmlFormat;
use Hafenbuch\Core\Format\Json\JsonFormat;
use Hafenbuch\Core\Format\Link\LinkContent;
use Hafenbuch\Core\Format\Link\LinkReader;
use Hafenbuch\Core\Format\M3u\M3uFormat;
use Hafenbuch\Core\Format\Markdown\MarkdownFormat;
use Hafenbuch\Core\Format\Obj\MtlFormat;
use Hafenbuch\Core\Format\Obj\ObjFormat;
use Hafenbuch\Core\Format\Otio\OtioFormat;
use Hafenbuch\Core\Format\Svg\SvgFormat;
use Hafenbuch\Core\Format\X3d\X3dFormat;
use Hafenbuch\Core\Format\Xspf\XspfFormat;
use Hafenbuch\Core\Format\Yaml\YamlFormat;
use Hafenbuch\Core\Path\Path;
use Hafenbuch\Core\Reference\Place;
use Hafenbuch\Core\Reference\Splicer;
use Hafenbuch\Core\Reference\UnwritableValue;
use Hafenbuch\Core\Text\OutOfPatience;
use Hafenbuch\Core\Text\Patience;
use Hafenbuch\Core\Text\PatternFailed;

/** Every format that Hafenbuch reads. A file of any other kind is a leaf. */
final class FormatRegistry
{
    /** Larger text is kept and hashed, but not read for references. */
    private const READABLE_BYTES = 8 * 1024 * 1024;

    private const BULKY_BYTES = 64 * 1024 * 1024;

    public const SECONDS = 10;

    /** Raised whenever a format finds other places or titles than before: what an earlier edition has read is read again. */
    public const EDITION = 4;

    /** Less than this is read in time, whatever is in it. */
    private const COULD_TAKE_LONG = 16_384;

    private const REMEMBERED = 64;

    /** So many bytes at the start of a content tell whether it is text. */
    private const LOOKED_AT = 8192;

    public const LEAF = 'file';

    /** @var array<string, Format> by extension or whole name */
    private array $byEnding = [];

    /** @var array<string, true> */
    private array $tookTooLong = [];

    /**
     * @param  list<Format>  $formats
     * @param  float  $seconds  that reading one content may take
     * @param  ?Charset  $fallback  of contents that say none and are no UTF-8
     */
    public function __construct(public readonly array $formats, private readonly float $seconds = self::SECONDS, private readonly ?Charset $fallback = null)
    {
        foreach ($formats as $format) {
            foreach ($format->endings() as $ending) {
                $this->byEnding[$ending] = $format;
            }
        }
    }

    public static function standard(): self
    {
        static $standard = null;

        return $standard ??= new self([
            new X3dFormat,
            new SvgFormat,
            new MarkdownFormat,
            new HtmlFormat,
            new HtmlFormat(isXml: true),
            new CssFormat,
            new OtioFormat,
            new M3uFormat,
            new XspfFormat,
            new CueFormat,
            new GltfFormat,
            new GlbFormat,
            new ObjFormat,
            new MtlFormat,
            new DataPackageFormat,
            new JsonFormat,
            new YamlFormat,
        ]);
    }

    /**
     * The same formats, read as it was agreed on.
     *
     * @param  ?Charset  $fallback  of contents that say none and are no UTF-8
     * @param  ?list<string>  $frontMatter  keys whose values are paths; null: the usual ones
     */
    public function reading(?Charset $fallback, ?array $frontMatter = null): self
    {
        $formats = array_map(static fn (Format $format): Format => $format instanceof MarkdownFormat && $frontMatter !== null ? new MarkdownFormat($frontMatter) : $format, $this->formats);

        return new self($formats, $this->seconds, $fallback);
    }

    public function forPath(string $path): ?Format
    {
        return $this->byEnding[strtolower(Path::nameOf($path))] ?? $this->byEnding[Path::extensionOf($path)] ?? null;
    }

    public function nameFor(string $path): string
    {
        return $this->forPath($path)?->name() ?? self::LEAF;
    }

    /** What the format of a content is called at a path. */
    public function nameOf(string $path, string $bytes): string
    {
        return LinkContent::is($bytes) ? LinkReader::NAME : $this->nameFor($path);
    }

    /** Whether contents of this size are read: a scan must not need memory without measure. */
    public function isReadable(string $path, int $bytes): bool
    {
        return $bytes <= $this->limit($path);
    }

    public function tooLarge(string $path): ParsedContent
    {
        return ParsedContent::leaf('Larger than '.($this->limit($path) >> 20).' MiB, so its references were not read.');
    }

    private function limit(string $path): int
    {
        return $this->forPath($path) instanceof Bulky ? self::BULKY_BYTES : self::READABLE_BYTES;
    }

    /** Reads any content without ever failing: what cannot be read is in its note. */
    public function read(string $path, string $bytes): ParsedContent
    {
        if (LinkContent::is($bytes)) {
            return LinkReader::read($bytes);
        }
        $format = $this->forPath($path);
        if ($format === null) {
            return ParsedContent::leaf();
        }
        if (! $this->isReadable($path, strlen($bytes))) {
            return $this->tooLarge($path);
        }
        if ($format instanceof Binary) {
            return $this->withPatience($format, $bytes, static fn (): ParsedContent => $format->read($bytes));
        }
        if (! self::isText($bytes)) {
            return ParsedContent::leaf('It has bytes that no text has, so its references were not read.');
        }
        try {
            return $this->withPatience($format, $bytes, fn (): ParsedContent => $this->readCoded($format, $bytes));
        } catch (PatternFailed $failure) {
            return ParsedContent::leaf("It is beyond what can be read, so it is not known what it refers to ({$failure->getMessage()}).");
        }
    }

    /** Reads a text as the editor shows it, so that places count bytes of UTF-8, whatever the charset of the content. */
    public function readText(string $path, string $text): ParsedContent
    {
        $format = $this->forPath($path);

        return $format === null || $format instanceof Binary || ! $this->isReadable($path, strlen($text)) ? ParsedContent::leaf() : $this->withPatience($format, $text, static fn (): ParsedContent => $format->read($text));
    }

    /** @return ?CodedText the text of a content, in the charset in which its references are read; null: it is no text, or none that is known */
    public function coded(string $path, string $bytes): ?CodedText
    {
        $format = $this->forPath($path);
        $isText = ! $format instanceof Binary && self::isText($bytes) && ($format !== null || mb_check_encoding($bytes, 'UTF-8'));
        $coded = ! $isText ? null : ($format === null ? new CodedText($bytes, Charset::utf8()) : Coding::of($format, $bytes, $this->fallback)->coded);

        return $coded === null || str_contains($coded->text, "\0") ? null : $coded;
    }

    /**
     * A content with values replaced at places that were read in it.
     *
     * @param  list<array{Place, string}>  $replacements
     *
     * @throws UnwritableValue
     */
    public function spliced(string $path, string $bytes, array $replacements): string
    {
        $format = $this->forPath($path);
        $spliced = Splicer::splice($bytes, $replacements);

        return $format instanceof Binary && ! LinkContent::is($bytes) ? $format->sealed($spliced) : $spliced;
    }

    /** Text in UTF-16 begins with a mark or with markup; any other has no zero bytes. */
    private static function isText(string $bytes): bool
    {
        $head = substr($bytes, 0, self::LOOKED_AT);

        return ! str_contains($head, "\0") || in_array(substr($head, 0, 2), ["\xFF\xFE", "\xFE\xFF", "<\0", "\0<"], true);
    }

    /** How references are added to and taken out of a document; null: it has no format. */
    public function editing(string $path): ?ReferenceEditing
    {
        $format = $this->forPath($path);

        return $format === null ? null : new CodedEditing($format, fn (string $bytes): ?CodedText => $this->coded($path, $bytes));
    }

    private function readCoded(Format $format, string $bytes): ParsedContent
    {
        $coding = Coding::of($format, $bytes, $this->fallback);
        $parsed = $format->read($coding->coded->text);
        $parsed = $coding->coded->isPlain() ? $parsed : CodedPlaces::of($parsed, $coding->coded, $format->language());

        return $coding->note === null ? $parsed : $parsed->noting($coding->note);
    }

    /**
     * What took too long once is not tried again by this process, which reads the same content for many a question.
     *
     * @param  callable(): ParsedContent  $read
     */
    private function withPatience(Format $format, string $bytes, callable $read): ParsedContent
    {
        $key = strlen($bytes) < self::COULD_TAKE_LONG ? null : $format->name().hash('xxh128', $bytes);
        if ($key === null || ! isset($this->tookTooLong[$key])) {
            try {
                return Patience::within($this->seconds, $read);
            } catch (OutOfPatience) {
                $this->tookTooLong = $key === null ? $this->tookTooLong : array_slice([$key => true, ...$this->tookTooLong], 0, self::REMEMBERED);
            }
        }

        return ParsedContent::leaf("Reading it took longer than {$this->seconds} s and was ended, so it is not known what it refers to.");
    }
}
