<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Crate\Secrets;

/** One place in a picture that could give something away. */
final readonly class PictureSecret
{
    /**
     * @param  string  $value  as a person reads it
     * @param  bool  $isText  whether spaces stand for nothing there; else zero bytes do
     * @param  ?array{int, int}  $chunk  offset and length of what a checksum of four bytes behind it is of
     */
    public function __construct(public SecretRule $rule, public string $name, public string $value, public int $offset, public int $length, public bool $isText, public ?array $chunk = null) {}

    /** @param array{int, int} $chunk */
    public function within(array $chunk): self
    {
        return new self($this->rule, $this->name, $this->value, $this->offset, $this->length, $this->isText, $chunk);
    }
}
