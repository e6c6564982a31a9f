<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Plan;

/**
 * What a person wants done with one document. A document without a decision is left, but may be
 * pulled in where another needs it; one that is decided to be left is not.
 */
final readonly class Decision
{
    /** What `over` says when the person accepts that the file is gone and will be made again. */
    public const GONE = 'gone';

    /**
     * @param  ?string  $over  the hash of an unexpected content on disk that the person accepts to replace, or GONE
     * @param  ?string  $path  the new path of a save as, a copy or a move
     * @param  list<string>  $followers  the ids of the documents whose references follow a save as
     * @param  bool  $isTogether  whether copies point at one another in place of the originals
     * @param  bool  $isOfSaved  whether a copy is made of the saved content, in place of what is on the screen
     * @param  array<string, true>  $accepted  the paths of the documents in which a stray is accepted
     * @param  ?string  $with  the path of the document with which it goes along, because it belongs to it
     */
    private function __construct(
        public DecisionKind $kind,
        public ?string $over = null,
        public ?string $path = null,
        public array $followers = [],
        public bool $isTogether = false,
        public bool $isOfSaved = false,
        private array $accepted = [],
        public ?string $with = null,
    ) {}

    public static function leave(): self
    {
        return new self(DecisionKind::Leave);
    }

    public static function save(?string $over = null): self
    {
        return new self(DecisionKind::Save, $over);
    }

    public static function discard(): self
    {
        return new self(DecisionKind::Discard);
    }

    /** @param list<string> $followers */
    public static function saveAs(string $path, array $followers = [], ?string $over = null): self
    {
        return new self(DecisionKind::SaveAs, $over, $path, $followers);
    }

    public static function copy(string $path, bool $isTogether = false, bool $isOfSaved = false, ?string $over = null): self
    {
        return new self(DecisionKind::Copy, $over, $path, [], $isTogether, $isOfSaved);
    }

    /** @param list<string> $accepted */
    public static function move(string $path, array $accepted = []): self
    {
        return new self(DecisionKind::Move, null, $path, accepted: array_fill_keys($accepted, true));
    }

    /** @param list<string> $accepted */
    public static function delete(array $accepted = []): self
    {
        return new self(DecisionKind::Delete, accepted: array_fill_keys($accepted, true));
    }

    /** @param list<string> $followers the ids of the documents whose references follow a save as */
    public function followedBy(array $followers): self
    {
        return new self($this->kind, $this->over, $this->path, $followers, $this->isTogether, $this->isOfSaved, $this->accepted);
    }

    /**
     * The same for a file that belongs to the document.
     *
     * @param  string  $with  the document's path
     */
    public function alongTo(string $path, string $with): self
    {
        return new self($this->kind, null, $path, [], $this->isTogether, $this->isOfSaved, [], $with);
    }

    /** @param list<string> $paths of documents in which a stray is accepted */
    public function accepting(array $paths): self
    {
        return new self($this->kind, $this->over, $this->path, $this->followers, $this->isTogether, $this->isOfSaved, $this->accepted + array_fill_keys($paths, true));
    }

    /** Whether a stray is accepted in the document at a path. */
    public function accepts(string $path): bool
    {
        return isset($this->accepted[$path]);
    }

    public function isSave(): bool
    {
        return $this->kind === DecisionKind::Save;
    }

    /** Whether it makes another file, which the document may go on as. */
    public function makesFile(): bool
    {
        return $this->kind === DecisionKind::SaveAs || $this->kind === DecisionKind::Copy;
    }
}
