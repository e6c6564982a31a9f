<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Path;

final class InvalidPath extends \InvalidArgumentException
{
    public static function empty(): self
    {
        return new self('A path is needed; this one is empty.');
    }

    public static function absolute(string $path): self
    {
        return new self("“{$path}” is absolute. Give a path inside the workspace.");
    }

    public static function outsideRoot(string $path): self
    {
        return new self("“{$path}” leads out of the workspace. Choose a path inside it.");
    }

    public static function notText(): self
    {
        return new self('The path is not valid UTF-8. Rename the file.');
    }

    public static function controlCharacter(string $path): self
    {
        return new self('“'.addcslashes($path, "\0..\37\177").'” has a control character in it. Choose a name without.');
    }

    public static function unseenCharacter(string $character): self
    {
        return new self(sprintf('The name has the unseen character U+%04X in it, by which it can pass for another name (UTS #39). Leave it out.', mb_ord($character)));
    }

    public static function trusted(string $name): self
    {
        return new self("Other programs run or trust what is called “{$name}”, so no document gets that name or lies in such a folder. Choose another.");
    }

    public static function nameTooLong(string $name): self
    {
        return new self('The name “'.mb_strcut($name, 0, 60).'…” has '.strlen($name).' bytes; the file system takes '.Path::NAME_BYTES.'. Choose a shorter one.');
    }

    public static function pathTooLong(int $bytes): self
    {
        return new self("The path has {$bytes} bytes; at most ".Path::PATH_BYTES.' are possible. Choose a shorter one.');
    }
}
