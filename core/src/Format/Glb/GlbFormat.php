<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Format\Glb;

use Hafenbuch\Core\Format\Binary;
use Hafenbuch\Core\Format\Editing\NoEditing;
use Hafenbuch\Core\Format\Editing\ReferenceEditing;
use Hafenbuch\Core\Format\Gltf\GltfFormat;
use Hafenbuch\Core\Format\Language;
use Hafenbuch\Core\Format\ParsedContent;
use Hafenbuch\Core\Format\WrittenInItsLanguage;
use Hafenbuch\Core\Reference\FieldSite;
use Hafenbuch\Core\Reference\ReferenceSite;

/** glTF in one binary file (glTF 2.0, section 4.4): a header, a chunk of JSON that is padded with spaces, and a chunk of data. */
final class GlbFormat implements Binary
{
    use WrittenInItsLanguage;

    private const MAGIC = 'glTF';

    private const JSON = 'JSON';

    /** Header and the head of the first chunk, in bytes. */
    private const HEAD = 20;

    private const HEADER = 12;

    private const ALIGNMENT = 4;

    public function __construct(private readonly GltfFormat $json = new GltfFormat) {}

    public function name(): string
    {
        return 'glTF binary';
    }

    public function endings(): array
    {
        return ['glb'];
    }

    public function language(): Language
    {
        return Language::Json;
    }

    public function mediaType(): string
    {
        return 'model/gltf-binary';
    }

    public function read(string $bytes): ParsedContent
    {
        $length = self::jsonLength($bytes);
        if ($length === null) {
            return ParsedContent::leaf('It does not begin with the header of glTF 2.0 and a chunk of JSON, so its references were not read.');
        }
        $found = $this->json->read(substr($bytes, self::HEAD, $length));
        $place = static fn (ReferenceSite|FieldSite $site): ReferenceSite|FieldSite => $site->standing($site->offset + self::HEAD, $site->length, $site->notation);

        return new ParsedContent(array_map($place, $found->references), array_map($place, $found->fields), $found->note);
    }

    public function sealed(string $bytes): string
    {
        $said = self::lengthAt($bytes, 8);
        $length = self::jsonLength($bytes);
        $grown = strlen($bytes) - $said;
        if ($length === null || $grown === 0) {
            return $bytes;
        }
        $json = rtrim(substr($bytes, self::HEAD, $length + $grown), ' ');
        $json .= str_repeat(' ', (self::ALIGNMENT - strlen($json) % self::ALIGNMENT) % self::ALIGNMENT);
        $rest = substr($bytes, self::HEAD + $length + $grown);

        return substr($bytes, 0, 8).pack('V', self::HEAD + strlen($json) + strlen($rest)).pack('V', strlen($json)).self::JSON.$json.$rest;
    }

    public function blank(string $title): string
    {
        return $this->sealed(self::MAGIC.pack('V3', 2, self::HEAD, 0).self::JSON.$this->json->blank($title));
    }

    public function editing(): ReferenceEditing
    {
        return new NoEditing;
    }

    /** @return ?int of the chunk of JSON as its head says; null: there is none */
    private static function jsonLength(string $bytes): ?int
    {
        $isGlb = str_starts_with($bytes, self::MAGIC.pack('V', 2)) && substr($bytes, self::HEADER + 4, 4) === self::JSON;

        return $isGlb ? self::lengthAt($bytes, self::HEADER) : null;
    }

    private static function lengthAt(string $bytes, int $offset): int
    {
        return strlen($bytes) < $offset + 4 ? 0 : (int) (unpack('V', $bytes, $offset)[1] ?? 0);
    }
}
