<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Naming;

use Hafenbuch\Core\Path\InvalidPath;
use Hafenbuch\Core\Path\NewPath;
use Hafenbuch\Core\Path\Path;
use Hafenbuch\Core\Text\Pattern;

/** A file's name as its stem, which people give and count, and its ending, which says the format. */
final readonly class FileName
{
    /** Reserved on Windows (Microsoft, “Naming Files, Paths, and Namespaces”), where others may have to open the file. */
    private const DEVICES = '~^(?:con|prn|aux|nul|com[1-9]|lpt[1-9])$~i';

    private function __construct(public string $stem, public string $ending) {}

    public static function of(string $name): self
    {
        $extension = Path::extensionOf($name);

        return $extension === '' ? new self($name, '') : new self(substr($name, 0, -strlen($extension) - 1), substr($name, -strlen($extension) - 1));
    }

    public function withStem(string $stem): string
    {
        return $stem.$this->ending;
    }

    /** @return ?string why the name makes trouble on some file systems, and the way out */
    public static function trouble(string $name): ?string
    {
        if (Pattern::matches('~[\x00-\x1f\x7f<>:"|?*\\\\]~', $name, $found)) {
            return 'The name has '.(ord($found[0]) < 32 ? 'a control character' : "“{$found[0]}”").' in it, which some file systems refuse. Leave it out.';
        }
        $unseen = NewPath::unseenIn($name);
        if ($unseen !== null) {
            return InvalidPath::unseenCharacter($unseen)->getMessage();
        }
        if ($name !== rtrim($name, '. ')) {
            return 'The name ends with a dot or a space, which some file systems cut off. Leave it out.';
        }
        if (Pattern::matches(self::DEVICES, self::of($name)->stem)) {
            return "“{$name}” is the name of a device on some systems. Choose another.";
        }

        return null;
    }
}
