<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Format\Yaml;

use Hafenbuch\Core\Format\Editing\NoEditing;
use Hafenbuch\Core\Format\Editing\ReferenceEditing;
use Hafenbuch\Core\Format\Format;
use Hafenbuch\Core\Format\Language;
use Hafenbuch\Core\Format\Notation\YamlScalar;
use Hafenbuch\Core\Format\ParsedContent;
use Hafenbuch\Core\Format\WrittenInItsLanguage;
use Hafenbuch\Core\Reference\ReferenceSite;
use Hafenbuch\Core\Text\Pattern;

/** YAML whose mappings refer to others by `$ref`, as OpenAPI and AsyncAPI write it: each on one line (YAML 1.2, sections 7.3 and 7.4). */
final class YamlFormat implements Format
{
    use WrittenInItsLanguage;

    private const REFERENCE = '~^[^\S\r\n]*+\#[^\r\n]*+(*SKIP)(*FAIL)|(?:^|(?<=[{,\s\-]))(?:\$ref|"\$ref"|\'\$ref\')[ \t]*+:[ \t]++("(?:[^"\\\\\r\n]++|\\\\.)*+"|\'(?:[^\'\r\n]++|\'\')*+\'|[^\s"\'{}\[\],\#&*!|>%@`][^\s,}\]]*+)~m';

    public function name(): string
    {
        return 'YAML';
    }

    public function endings(): array
    {
        return ['yaml', 'yml'];
    }

    public function language(): Language
    {
        return Language::Text;
    }

    public function mediaType(): string
    {
        return 'application/yaml';
    }

    public function read(string $bytes): ParsedContent
    {
        if (! str_contains($bytes, '$ref')) {
            return ParsedContent::leaf();
        }
        $notation = new YamlScalar(mayBePlain: false);
        Pattern::matchAll(self::REFERENCE, $bytes, $found, PREG_OFFSET_CAPTURE);

        return ParsedContent::of(array_map(
            static fn (array $scalar): ReferenceSite => new ReferenceSite('reference', $scalar[1], strlen($scalar[0]), $notation->decode($scalar[0]), $notation),
            $found[1],
        ));
    }

    public function blank(string $title): string
    {
        return "---\n";
    }

    public function editing(): ReferenceEditing
    {
        return new NoEditing;
    }
}
