<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Change;

/** One stretch of a content: at a byte, so many bytes are taken out and others put in. */
final readonly class Change
{
    public function __construct(public int $at, public int $removed, public string $inserted = '') {}

    /** The smallest one stretch that turns one content into the other. */
    public static function between(string $before, string $after): self
    {
        $shorter = min(strlen($before), strlen($after));
        // The exclusive or of two alike bytes is zero, which finds the first difference at the speed of memory.
        $start = strspn(substr($before, 0, $shorter) ^ substr($after, 0, $shorter), "\0");
        $rest = $shorter - $start;
        $tail = $rest === 0 ? 0 : $rest - strlen(rtrim(substr($before, -$rest) ^ substr($after, -$rest), "\0"));

        return new self($start, strlen($before) - $start - $tail, substr($after, $start, strlen($after) - $start - $tail));
    }

    /** @throws \InvalidArgumentException where the content is too short to have been the one that it was made from */
    public function apply(string $content): string
    {
        $this->refuseShort($content);

        return substr($content, 0, $this->at).$this->inserted.substr($content, $this->at + $this->removed);
    }

    /**
     * The change that takes this one back.
     *
     * @param  string  $content  that this one is made from
     *
     * @throws \InvalidArgumentException where the content is too short for that
     */
    public function invert(string $content): self
    {
        $this->refuseShort($content);

        return new self($this->at, strlen($this->inserted), substr($content, $this->at, $this->removed));
    }

    /** Where it ends in the content that it is made from. */
    public function end(): int
    {
        return $this->at + $this->removed;
    }

    /** Bytes that are other ones afterwards. */
    public function extent(): int
    {
        return max($this->removed, strlen($this->inserted));
    }

    private function refuseShort(string $content): void
    {
        if ($this->end() > strlen($content)) {
            throw new \InvalidArgumentException('The change reaches beyond the end of the content.');
        }
    }
}
