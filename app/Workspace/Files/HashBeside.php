<?php

declare(strict_types=1);

namespace App\Workspace\Files;

use Hafenbuch\Core\Write\UnableToWrite;

/** The SHA-256 of a file, computed by a process of its own (coreutils’ sha256sum) while this one goes on. */
final class HashBeside
{
    /** Of less the start of a process takes longer than hashing. */
    public const WORTH = 4 * 1024 * 1024;

    private ?string $hash = null;

    /**
     * @param  ?resource  $process  null: the machine starts none
     * @param  ?resource  $says
     */
    private function __construct(private readonly string $file, private readonly mixed $process, private readonly mixed $says) {}

    public static function of(string $file): self
    {
        $process = @proc_open(['sha256sum', '--binary', '--', $file], [['file', '/dev/null', 'r'], ['pipe', 'w'], ['file', '/dev/null', 'w']], $pipes);

        return is_resource($process) ? new self($file, $process, $pipes[1]) : new self($file, null, null);
    }

    /** @throws UnableToWrite where the file cannot be read */
    public function hash(): string
    {
        return $this->hash ??= $this->heard() ?? Sha256::ofFile($this->file) ?? throw UnableToWrite::content('what was just written cannot be read: '.Trouble::last());
    }

    private function heard(): ?string
    {
        if ($this->process === null || $this->says === null) {
            return null;
        }
        $said = (string) stream_get_contents($this->says);
        fclose($this->says);

        return proc_close($this->process) === 0 && preg_match('~^\\\\?([0-9a-f]{64}) ~', $said, $found) === 1 ? $found[1] : null;
    }
}
