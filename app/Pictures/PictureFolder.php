<?php

declare(strict_types=1);

namespace App\Pictures;

use App\Models\Workspace;
use App\Pictures\Drawing\Drawn;
use Illuminate\Filesystem\Filesystem;

/**
 * The small pictures of one workspace, each a file under the key of all that it shows. Nothing else knows of them: what is missing is
 * drawn again, so they are in no backup, and an old one is thrown away.
 */
final readonly class PictureFolder
{
    /** Seconds after which somebody who was to draw a picture is taken for dead. */
    private const PATIENCE = 120;

    private const KEPT_DAYS = 30;

    private const PASSING_SECONDS = 3600;

    private const WHY = 'why';

    private const WAITING = 'waiting';

    private string $root;

    public function __construct(Workspace $workspace)
    {
        $this->root = self::above().'/'.$workspace->id;
    }

    public static function above(): string
    {
        return storage_path('pictures');
    }

    /** @return array{pictures: int, bytes: int} what all of them take */
    public function room(): array
    {
        $room = ['pictures' => 0, 'bytes' => 0];
        if (is_dir($this->root)) {
            foreach (new \RecursiveIteratorIterator(new \RecursiveDirectoryIterator($this->root, \FilesystemIterator::SKIP_DOTS)) as $file) {
                $room['pictures'] += array_key_exists($file->getExtension(), Drawn::TYPES) ? 1 : 0;
                $room['bytes'] += (int) @filesize($file->getPathname());
            }
        }

        return $room;
    }

    /** @return ?array{kind: ?string, why: ?string} null: it is not drawn yet; a kind of null: it cannot be */
    public function look(string $key): ?array
    {
        foreach (array_keys(Drawn::TYPES) as $kind) {
            if (is_file($this->file($key, $kind))) {
                return ['kind' => $kind, 'why' => null];
            }
        }
        $why = @file_get_contents($this->file($key, self::WHY));

        return $why === false ? null : ['kind' => null, 'why' => $why];
    }

    public function file(string $key, string $kind): string
    {
        return $this->root.'/'.substr($key, 0, 2).'/'.substr($key, 2).".{$kind}";
    }

    /** Whether nobody else is about to draw it; whoever asks then must. */
    public function isMineToDraw(string $key): bool
    {
        $file = $this->file($key, self::WAITING);
        clearstatcache(true, $file);
        $since = @filemtime($file);
        if ($since !== false && $since > time() - self::PATIENCE) {
            return false;
        }
        $this->write($file, '');

        return true;
    }

    public function keep(string $key, Drawn $drawn): void
    {
        $this->write($this->file($key, $drawn->kind), $drawn->bytes);
        @unlink($this->file($key, self::WAITING));
    }

    /** Whoever asks next has it drawn, if it is still wanted. */
    public function leave(string $key): void
    {
        @unlink($this->file($key, self::WAITING));
    }

    public function keepWhyNot(string $key, string $why): void
    {
        $this->write($this->file($key, self::WHY), $why);
        @unlink($this->file($key, self::WAITING));
    }

    /** Whole or not at all, also where the server dies meanwhile. */
    private function write(string $file, string $bytes): void
    {
        (new Filesystem)->ensureDirectoryExists(dirname($file));
        $passing = $file.'.'.bin2hex(random_bytes(6));
        if (@file_put_contents($passing, $bytes) === strlen($bytes)) {
            rename($passing, $file);
        } else {
            // On a full disk there is no picture, and nothing else is kept from its work.
            @unlink($passing);
        }
    }

    /** Throws away what was drawn long ago, what is too much, oldest first, and what is of workspaces that are no more; what is still looked at is drawn again. */
    public static function sweep(): void
    {
        $there = Workspace::query()->pluck('id')->map(strval(...))->all();
        foreach (is_dir(self::above()) ? (array) scandir(self::above()) : [] as $id) {
            if (ctype_digit((string) $id) && ! in_array($id, $there, true)) {
                (new Filesystem)->deleteDirectory(self::above()."/{$id}");
            }
        }
        $kept = [];
        $bytes = 0;
        $files = is_dir(self::above()) ? new \RecursiveIteratorIterator(new \RecursiveDirectoryIterator(self::above(), \FilesystemIterator::SKIP_DOTS)) : [];
        foreach ($files as $file) {
            // A picture that is being written now, or waited for, is younger.
            $isPassing = preg_match('~\.(?:png|jpg|svg|'.self::WHY.')$~', $file->getFilename()) !== 1;
            if ($file->getMTime() < time() - ($isPassing ? self::PASSING_SECONDS : 86_400 * self::KEPT_DAYS)) {
                @unlink($file->getPathname());
            } elseif (! $isPassing) {
                $kept[$file->getPathname()] = $file->getMTime();
                $bytes += $file->getSize();
            }
        }
        asort($kept);
        foreach (array_keys($kept) as $file) {
            if ($bytes <= (int) config('limits.pictures')) {
                break;
            }
            $bytes -= (int) @filesize($file);
            @unlink($file);
        }
    }
}
