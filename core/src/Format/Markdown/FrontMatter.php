<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Format\Markdown;

use Hafenbuch\Core\Format\Notation\YamlScalar;
use Hafenbuch\Core\Reference\FieldSite;
use Hafenbuch\Core\Text\Pattern;

/** The YAML between two `---` lines at the very start of a file, of which the one-line title and description are read. */
final readonly class FrontMatter
{
    private const FIELDS = ['title' => FieldSite::TITLE, 'description' => FieldSite::DESCRIPTION];

    /**
     * @param  int  $end  the offset where the Markdown itself begins
     * @param  list<FieldSite>  $fields
     * @param  int  $start  the offset of the YAML between the lines
     */
    private function __construct(public int $end, public array $fields, public string $yaml = '', public int $start = 0) {}

    public static function of(string $bytes): self
    {
        if (! Pattern::matches('~\A(?:\xEF\xBB\xBF)?---[ \t]*+\r?\n((?:(?!(?:---|\.\.\.)[ \t]*+(?:\r?\n|\z))[^\n]*+\n)*+)(?:---|\.\.\.)[ \t]*+(?:\r?\n|\z)~', $bytes, $match, PREG_OFFSET_CAPTURE)) {
            return new self(str_starts_with($bytes, "\u{FEFF}") ? 3 : 0, []);
        }
        [$yaml, $start] = $match[1];
        $fields = [];
        Pattern::matchAll('~^(title|description):[ \t]+("(?:[^"\\\\\n]++|\\\\.)*+"|\'(?:[^\'\n]++|\'\')*+\'|[^\s"\'|>&*!%@`\[{#-](?:[^\n\r#]|(?<=\S)#)*?)[ \t]*(?:[ \t]#[^\n]*)?\r?$~m', $yaml, $lines, PREG_SET_ORDER | PREG_OFFSET_CAPTURE);
        foreach ($lines as $line) {
            $notation = new YamlScalar;
            [$scalar, $offset] = $line[2];
            $fields[] = new FieldSite(self::FIELDS[$line[1][0]], $start + $offset, strlen($scalar), $notation->decode($scalar), $notation);
        }

        return new self(strlen($match[0][0]), $fields, $yaml, $start);
    }

    public function has(string $name): bool
    {
        foreach ($this->fields as $field) {
            if ($field->name === $name) {
                return true;
            }
        }

        return false;
    }
}
