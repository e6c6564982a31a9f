<?php

declare(strict_types=1);

namespace App\Drafts;

use App\Models\User;
use App\Models\Workspace;
use App\Support\Refused;
use Illuminate\Filesystem\Filesystem;

/**
 * Files on their way in, part by part, so that a broken connection costs only the part that was under way. Each is a file of
 * the person's own; where it goes is said once it is whole.
 */
final readonly class UploadParts
{
    public const ID = '[0-9a-z]{26}';

    /** So many may one person have under way. */
    private const AT_ONCE = 50;

    private const KEPT_SECONDS = 86_400;

    public function __construct(private Filesystem $files) {}

    /**
     * @param  UploadKind  $kind  what it is; some may be larger than any content
     *
     * @throws Refused
     */
    public function begin(Workspace $workspace, User $person, int $size, UploadKind $kind = UploadKind::Content): string
    {
        $limit = $kind->limit();
        if ($size > $limit) {
            throw Refused::because("The file has {$size} bytes; at most {$limit} are taken. {$kind->wayOut()}");
        }
        $folder = $this->folder($workspace, $person);
        $this->files->ensureDirectoryExists($folder, 0o700);
        $this->forgetOld($folder);
        if (count($this->files->files($folder)) >= self::AT_ONCE) {
            throw Refused::because('You have '.self::AT_ONCE.' uploads under way. Finish or drop one of them first.');
        }
        $id = strtolower(substr(bin2hex(random_bytes(13)), 0, 26));
        $this->files->put("{$folder}/{$id}.{$size}", '');

        return $id;
    }

    /** @return array{offset: int, size: int} how much of it is here */
    public function state(Workspace $workspace, User $person, string $id): array
    {
        $file = $this->file($workspace, $person, $id);
        clearstatcache(true, $file);

        return ['offset' => $this->files->size($file), 'size' => (int) $this->files->extension($file)];
    }

    /**
     * Takes the part that begins where the last one ended.
     *
     * @param  resource  $part
     * @param  ?string  $sha256  of the part, as 32 bytes; one that came otherwise is wanted again
     * @return array{offset: int, size: int, taken: bool} taken false: another part is wanted, that from `offset` on
     */
    public function append(Workspace $workspace, User $person, string $id, int $offset, $part, ?string $sha256 = null): array
    {
        $path = $this->file($workspace, $person, $id);
        $size = (int) $this->files->extension($path);
        $file = fopen($path, 'r+be') ?: throw Refused::because('What has come of this upload cannot be written. Begin it anew.');
        try {
            flock($file, LOCK_EX);
            fseek($file, 0, SEEK_END);
            $here = (int) ftell($file);
            if ($here !== $offset) {
                return ['offset' => $here, 'size' => $size, 'taken' => false];
            }
            $copied = stream_copy_to_stream($part, $file, $size - $here + 1);
            if ($copied === false || $here + $copied > $size || ! fflush($file)) {
                ftruncate($file, $here);

                throw Refused::because($copied !== false && $here + $copied > $size ? "More came than the {$size} bytes that were announced. Begin the upload anew." : 'This part could not be written; is the server’s disk full? Send it again later.');
            }

            if ($sha256 !== null && ! hash_equals($sha256, self::hashFrom($file, $here))) {
                ftruncate($file, $here);

                return ['offset' => $here, 'size' => $size, 'taken' => false];
            }

            return ['offset' => $here + $copied, 'size' => $size, 'taken' => true];
        } finally {
            fclose($file);
        }
    }

    /** @param resource $file */
    private static function hashFrom($file, int $offset): string
    {
        fseek($file, $offset);
        $running = hash_init('sha256');
        hash_update_stream($running, $file);

        return hash_final($running, true);
    }

    /**
     * The whole file.
     *
     * @throws Refused where something is still missing
     */
    public function bytes(Workspace $workspace, User $person, string $id): string
    {
        $file = $this->whole($workspace, $person, $id);
        if ($this->files->size($file) > (int) config('limits.content')) {
            throw Refused::because('This upload is larger than a content may be.');
        }

        return $this->files->get($file);
    }

    /**
     * Where the whole file lies.
     *
     * @throws Refused where something is still missing
     */
    public function whole(Workspace $workspace, User $person, string $id): string
    {
        ['offset' => $offset, 'size' => $size] = $this->state($workspace, $person, $id);
        if ($offset !== $size) {
            throw Refused::because("Of this upload {$offset} of {$size} bytes are here. Send the rest first.");
        }

        return $this->file($workspace, $person, $id);
    }

    public function drop(Workspace $workspace, User $person, string $id): void
    {
        $this->files->delete($this->file($workspace, $person, $id));
    }

    /** @throws Refused */
    private function file(Workspace $workspace, User $person, string $id): string
    {
        $found = preg_match('~^'.self::ID.'$~D', $id) === 1 ? $this->files->glob("{$this->folder($workspace, $person)}/{$id}.*") : [];

        return $found[0] ?? throw Refused::because('There is no such upload under way; it was finished, dropped, or begun more than a day ago. Begin it anew.');
    }

    private function forgetOld(string $folder): void
    {
        foreach ($this->files->files($folder) as $file) {
            if ($file->getMTime() < time() - self::KEPT_SECONDS) {
                $this->files->delete($file->getPathname());
            }
        }
    }

    private function folder(Workspace $workspace, User $person): string
    {
        return storage_path("app/uploads/{$workspace->slug}/{$person->id}");
    }
}
