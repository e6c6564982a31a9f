<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Naming;

use Hafenbuch\Core\Text\Pattern;
use Hafenbuch\Core\Text\PatternFailed;

/** How copies are named after what they are copies of. Endings stay. */
final readonly class NamingRule
{
    private const MOST_STEPS = 100_000;

    /**
     * @param  bool  $isPattern  whether `find` is a regular expression (PCRE), and `replace` may name its groups
     * @param  ?int  $counterStart  null: names are not counted
     * @param  int  $counterWidth  digits, filled with zeros
     * @param  ?string  $date  put after the name, as it is to read; null: none
     */
    public function __construct(
        public string $prefix = '',
        public string $suffix = '',
        public string $find = '',
        public string $replace = '',
        public bool $isPattern = false,
        public ?int $counterStart = null,
        public int $counterWidth = 2,
        public ?string $date = null,
        public LetterCase $letterCase = LetterCase::Keep,
    ) {
        if ($isPattern && $find !== '') {
            $this->replaced('');
        }
    }

    /**
     * @param  string  $name  a file's name
     * @param  int  $position  of the copy among all, from 0, in the order of counting
     *
     * @throws InvalidNamingRule
     */
    public function apply(string $name, int $position): string
    {
        $file = FileName::of($name);
        $stem = $this->prefix.$this->letterCase->apply($this->replaced($file->stem)).$this->suffix;
        if ($this->date !== null) {
            $stem .= '-'.$this->date;
        }
        if ($this->counterStart !== null) {
            $stem .= '-'.str_pad((string) ($this->counterStart + $position), $this->counterWidth, '0', STR_PAD_LEFT);
        }

        return $file->withStem($stem);
    }

    private function replaced(string $stem): string
    {
        if ($this->find === '') {
            return $stem;
        }
        if (! $this->isPattern) {
            return str_replace($this->find, $this->replace, $stem);
        }
        $limit = ini_set('pcre.backtrack_limit', (string) self::MOST_STEPS);
        $why = null;
        set_error_handler(static function (int $level, string $message) use (&$why): bool {
            $why = lcfirst(str_replace('preg_replace(): ', '', $message));

            return true;
        });
        try {
            return Pattern::replace('~'.str_replace('~', '\~', $this->find).'~u', $this->replace, $stem);
        } catch (PatternFailed) {
            throw InvalidNamingRule::pattern($this->find, $why ?? preg_last_error_msg());
        } finally {
            restore_error_handler();
            ini_set('pcre.backtrack_limit', (string) $limit);
        }
    }
}
