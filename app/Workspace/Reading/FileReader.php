<?php

declare(strict_types=1);

namespace App\Workspace\Reading;

use Hafenbuch\Core\Format\FormatRegistry;

/** Looks at files below one folder: their hashes, references and titles. */
final readonly class FileReader
{
    private ContentReader $contents;

    public function __construct(private string $root)
    {
        $this->contents = new ContentReader(FormatRegistry::standard(), $root);
    }

    /**
     * Reads one file. A content that is the known one is not looked into.
     *
     * @param  int  $size  in bytes, as the folder says
     */
    public function look(string $path, int $size, ?string $knownHash): FileReport
    {
        $seenAt = time();
        $absolute = $this->root.'/'.$path;
        $isRead = $this->contents->isRead($path, $size);
        $bytes = $isRead ? @file_get_contents($absolute) : '';
        $hash = $isRead && $bytes !== false ? hash('sha256', $bytes) : @hash_file('sha256', $absolute);
        if ($bytes === false || $hash === false) {
            return new FileReport($path, null, $seenAt, null, null, []);
        }
        if ($hash === $knownHash) {
            return new FileReport($path, $hash, $seenAt, null, null, []);
        }
        $analysis = $isRead ? $this->contents->read($path, $bytes) : $this->contents->leaf($path);

        return new FileReport($path, $hash, $seenAt, $analysis->title, $analysis->note(), $analysis->references);
    }
}
