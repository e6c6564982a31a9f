<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Crate\Secrets;

use Hafenbuch\Core\Format\FormatRegistry;
use Hafenbuch\Core\Format\Language;
use Hafenbuch\Core\Format\Lexer\Faults;
use Hafenbuch\Core\Format\Lexer\JsonLexer;
use Hafenbuch\Core\Format\Lexer\XmlLexer;
use Hafenbuch\Core\Format\Lexer\XmlToken;
use Hafenbuch\Core\Format\Lexer\XmlTokenKind;
use Hafenbuch\Core\Format\MalformedContent;
use Hafenbuch\Core\Format\Markdown\FrontMatter;
use Hafenbuch\Core\Format\Notation\JsonStringValue;
use Hafenbuch\Core\Format\Notation\XmlAttributeValue;
use Hafenbuch\Core\Format\Notation\XmlText;
use Hafenbuch\Core\Format\Notation\YamlScalar;
use Hafenbuch\Core\Reference\ReferenceSite;
use Hafenbuch\Core\Text\OutOfPatience;
use Hafenbuch\Core\Text\Patience;
use Hafenbuch\Core\Text\Pattern;
use Hafenbuch\Core\Text\PatternFailed;

/** Finds what a text could give away, by the names of its fields and by what it looks like. */
final readonly class SecretFinder
{
    private const SECONDS = 10.0;

    private const MAIL = '~[A-Za-z0-9][A-Za-z0-9._+\-]{0,63}@[A-Za-z0-9\-]{1,63}(?:\.[A-Za-z0-9\-]{1,63}){1,5}~';

    /** The name behind the folder of all users, on three systems; and that of a machine. */
    private const USERS = '~(?:/home/|/Users/|[A-Za-z]:[\\\\/]{1,2}Users[\\\\/]{1,2})([\pL\pN._\-]{1,64})(?=[\\\\/"\'<>\s)]|$)~u';

    private const MACHINES = '~(?:file://|(?<![\\\\\w])\\\\\\\\)([A-Za-z0-9][A-Za-z0-9._\-]{0,62})(?=[\\\\/])~';

    /** What stands between a name and a password in an address (RFC 3986, section 3.2.1). */
    private const CREDENTIALS = '~[a-z][a-z0-9+.\-]{1,15}://[\pL\pN._\-]{1,64}:([\pL\pN._+\-]{1,128})@~iu';

    private const NUMBERS = '~"((?:gps)?(?:lat(?:itude)?|lon(?:gitude)?|lng))"\s*:\s*(-?\d+(?:\.\d+)?)~i';

    public function __construct(private FormatRegistry $formats, private SecretNames $names) {}

    /** @return list<SecretSite> in the order of the content; none overlaps another */
    public function find(string $path, string $bytes): array
    {
        $format = $this->formats->forPath($path);
        $coded = $this->formats->coded($path, $bytes);
        // Texts in other charsets have their places elsewhere; those few are named as not looked into.
        if ($coded === null || ! $coded->isPlain()) {
            return [];
        }
        $references = $this->formats->read($path, $bytes)->references;
        try {
            return Patience::within(self::SECONDS, fn (): array => self::apart([...self::beside($references, $this->named($format?->language() ?? Language::Text, $bytes)), ...$this->lookingOnly($bytes)]));
        } catch (OutOfPatience) {
            return $this->lookingOnly($bytes);
        }
    }

    /**
     * What refers to a file is there to be followed, whatever its name; only users and machines in it are looked for.
     *
     * @param  list<ReferenceSite>  $references
     * @param  list<SecretSite>  $sites
     * @return list<SecretSite>
     */
    private static function beside(array $references, array $sites): array
    {
        $taken = [];
        foreach ($references as $site) {
            $taken[$site->offset] = $site->offset + $site->length;
        }
        ksort($taken);
        $starts = array_keys($taken);

        return array_values(array_filter($sites, static function (SecretSite $site) use ($taken, $starts): bool {
            // The last reference that begins before the place ends.
            for ($low = 0, $high = count($starts); $low < $high;) {
                $middle = ($low + $high) >> 1;
                $starts[$middle] < $site->offset + $site->length ? $low = $middle + 1 : $high = $middle;
            }

            return $low === 0 || $taken[$starts[$low - 1]] <= $site->offset;
        }));
    }

    /** Whether a content can be looked into at all. */
    public function canRead(string $path, string $bytes): bool
    {
        return $this->formats->coded($path, $bytes)?->isPlain() ?? false;
    }

    /** @return list<SecretSite> */
    private function named(Language $language, string $bytes): array
    {
        try {
            return match ($language) {
                Language::Json => $this->json($bytes),
                Language::Xml, Language::Html => $this->xml($bytes),
                Language::Markdown => $this->yaml(FrontMatter::of($bytes)->yaml, FrontMatter::of($bytes)->start),
                default => $this->yaml($bytes, 0),
            };
        } catch (MalformedContent|PatternFailed) {
            return [];
        }
    }

    /**
     * @return list<SecretSite>
     *
     * @throws MalformedContent
     */
    private function json(string $bytes): array
    {
        $sites = [];
        foreach (JsonLexer::read($bytes, null, new Faults)->strings as $string) {
            $keys = array_values(array_filter(explode('/', $string->pointer), static fn (string $key): bool => ! Pattern::matches('~^\d*$~D', $key)));
            $name = strtr((string) end($keys), ['~1' => '/', '~0' => '~']);
            $rule = $this->names->rule($name);
            $raw = substr($bytes, $string->offset, $string->length);
            if ($rule !== null && $raw !== '') {
                $notation = new JsonStringValue;
                $sites[] = new SecretSite($rule, $name, $string->offset, $string->length, $notation->decode($raw), $notation);
            }
        }
        Pattern::matchAll(self::NUMBERS, $bytes, $numbers, PREG_SET_ORDER | PREG_OFFSET_CAPTURE);
        foreach ($numbers as $number) {
            $sites[] = new SecretSite(SecretRule::Position, $number[1][0], $number[2][1], strlen($number[2][0]), $number[2][0], new PlainWords('0'));
        }

        return $sites;
    }

    /**
     * @return list<SecretSite>
     *
     * @throws MalformedContent
     */
    private function xml(string $bytes): array
    {
        $sites = [];
        $inside = null;
        $depth = 0;
        foreach (XmlLexer::tokens($bytes, null, new Faults) as $token) {
            if ($token->kind === XmlTokenKind::StartTag || $token->kind === XmlTokenKind::EmptyTag) {
                array_push($sites, ...$this->attributes($token));
            }
            if ($token->kind === XmlTokenKind::StartTag) {
                $depth++;
                $inside ??= $this->names->rule($token->name) === null ? null : [$token->name, $depth];
            } elseif ($token->kind === XmlTokenKind::EndTag) {
                $inside = $inside !== null && $depth <= $inside[1] ? null : $inside;
                $depth--;
            } elseif ($token->kind === XmlTokenKind::Text && $inside !== null) {
                $text = substr($bytes, $token->innerOffset, $token->innerLength);
                $rule = $this->names->rule($inside[0]);
                if ($rule !== null && trim($text) !== '') {
                    $start = strlen($text) - strlen(ltrim($text));
                    $notation = new XmlText;
                    $sites[] = new SecretSite($rule, $inside[0], $token->innerOffset + $start, strlen(trim($text)), $notation->decode(trim($text)), $notation);
                }
            }
        }

        return $sites;
    }

    /** @return list<SecretSite> */
    private function attributes(XmlToken $token): array
    {
        $sites = [];
        $attributes = $token->attributes();
        // What a meta element says stands under the name that it gives.
        $metaName = null;
        if (strtolower($token->localName()) === 'meta') {
            foreach ($attributes as $attribute) {
                if (in_array(strtolower($attribute->localName()), ['name', 'property'], true)) {
                    $metaName = $token->written($attribute);
                }
            }
        }
        foreach ($attributes as $attribute) {
            $name = $metaName !== null && strtolower($attribute->localName()) === 'content' ? $metaName : $attribute->name;
            $rule = $this->names->rule($name);
            // In 3D and vector drawings a position is a part of the picture.
            if ($rule === null || $attribute->length === 0 || ($rule === SecretRule::Position && $metaName === null) || (strtolower($name) === 'key' && $metaName === null)) {
                continue;
            }
            $notation = new XmlAttributeValue($attribute->quote);
            $sites[] = new SecretSite($rule, $name, $attribute->offset, $attribute->length, $notation->decode($token->written($attribute)), $notation);
        }

        return $sites;
    }

    /** @return list<SecretSite> values of keys on a line each, and of lists below them (YAML 1.2) */
    private function yaml(string $yaml, int $start): array
    {
        $sites = [];
        $rule = null;
        $name = '';
        Pattern::matchAll('~^([ \t]*)(?:- )?([\pL][\pL\pN _.\-]{0,60}?)[ \t]*:[ \t]+(\S[^\r\n]*?)[ \t]*\r?$|^([\pL][\pL\pN _.\-]{0,60}):[ \t]*\r?$|^[ \t]*- (\S[^\r\n]*?)[ \t]*\r?$|^(\S)~mu', $yaml, $lines, PREG_SET_ORDER | PREG_OFFSET_CAPTURE | PREG_UNMATCHED_AS_NULL);
        foreach ($lines as $line) {
            if ($line[2][0] !== null) {
                [$rule, $name, $value] = [$this->names->rule($line[2][0]), $line[2][0], $line[3]];
            } elseif ($line[4][0] !== null || $line[5][0] === null) {
                [$rule, $name, $value] = [$line[4][0] === null ? null : $this->names->rule($line[4][0]), (string) $line[4][0], null];
            } else {
                $value = $line[5];
            }
            if ($rule !== null && $value !== null && $value[0] !== null) {
                $notation = new YamlScalar;
                $sites[] = new SecretSite($rule, $name, $start + $value[1], strlen($value[0]), $notation->decode($value[0]), $notation);
            }
        }

        return $sites;
    }

    /** @return list<SecretSite> of a text that is beyond what can be read by its names */
    private function lookingOnly(string $bytes): array
    {
        try {
            return self::apart($this->looking($bytes));
        } catch (PatternFailed) {
            return [];
        }
    }

    /** @return list<SecretSite> what looks like it, wherever it stands */
    private function looking(string $bytes): array
    {
        $sites = [];
        // A password before a machine's name looks like an address of mail, too; the first counts.
        foreach ([[self::CREDENTIALS, 1, SecretRule::Keys, 'password in an address', 'password'], [self::MAIL, 0, SecretRule::Mail, 'e-mail address', ''], [self::USERS, 1, SecretRule::Paths, 'user in a path', 'user'], [self::MACHINES, 1, SecretRule::Paths, 'machine in a path', 'machine']] as [$pattern, $group, $rule, $name, $blank]) {
            Pattern::matchAll($pattern, $bytes, $found, PREG_OFFSET_CAPTURE);
            foreach ($found[$group] as [$value, $at]) {
                if ($value !== 'localhost') {
                    $sites[$at] ??= new SecretSite($rule, $name, $at, strlen($value), $value, new PlainWords($blank));
                }
            }
        }

        return array_values($sites);
    }

    /**
     * Of places that overlap the longest counts, since all of it goes.
     *
     * @param  list<SecretSite>  $sites
     * @return list<SecretSite>
     */
    private static function apart(array $sites): array
    {
        usort($sites, static fn (SecretSite $a, SecretSite $b): int => [$a->offset, -$a->length] <=> [$b->offset, -$b->length]);
        $apart = [];
        $end = 0;
        foreach ($sites as $site) {
            if ($site->offset >= $end) {
                $apart[] = $site;
                $end = $site->offset + $site->length;
            }
        }

        return $apart;
    }
}
