<?php

declare(strict_types=1);

namespace App\Workspace\Files;

use Hafenbuch\Core\Format\Link\LinkContent;
use Hafenbuch\Core\Path\Path;
use Hafenbuch\Core\Reference\AddressStyle;
use Hafenbuch\Core\Reference\Resolver;
use Hafenbuch\Core\Reference\TargetKind;
use Hafenbuch\Core\Write\UnableToRead;
use Hafenbuch\Core\Write\UnableToWrite;

/** Symbolic links as documents: read and made, and never followed. */
final readonly class Links
{
    public function __construct(private string $root, private Walls $walls) {}

    /**
     * The content that stands for a link, whose folder the process stands in.
     *
     * @return ?string null: there is none
     *
     * @throws UnableToRead
     */
    public static function here(string $path): ?string
    {
        $name = Path::nameOf($path);
        $stat = Walls::lstat($name);
        if ($stat === false || ! FileStat::of($stat)->isLink()) {
            return null;
        }
        $target = @readlink(Walls::here($name));

        return $target === false ? throw UnableToRead::file($path, Trouble::last()) : (new LinkContent($target))->bytes();
    }

    /**
     * Makes a link where the name is free. One that is made here leads nowhere outside, whoever wrote its content.
     *
     * @throws UnableToWrite
     */
    public function make(string $path, LinkContent $link): void
    {
        $target = (new Resolver($this->root))->resolve($path, $link->target, AddressStyle::Link);
        if (! mb_check_encoding($link->target, 'UTF-8') || $link->target === '' || str_contains($link->target, "\0")) {
            throw UnableToWrite::file($path, 'it would be a link to something that no path names in valid UTF-8');
        }
        // What names nothing but a folder is the workspace’s own.
        if (! in_array($target->kind, [TargetKind::File, TargetKind::Nothing], true)) {
            throw UnableToWrite::file($path, 'it would be a link that leads out of the workspace');
        }
        $this->walls->standingIn(Path::folderOf($path), static function () use ($path, $link): void {
            // PHP would expand the new name, by paths that it remembers; ln takes it as it is and stands where we stand.
            $process = @proc_open(['ln', '-sT', '--', $link->target, './'.Path::nameOf($path)], [['file', '/dev/null', 'r'], ['file', '/dev/null', 'w'], ['file', '/dev/null', 'w']], $pipes);
            if (is_resource($process)) {
                proc_close($process);
            }
            if (Links::here($path) !== $link->bytes()) {
                throw UnableToWrite::file($path, Trouble::last());
            }
        });
    }

    /**
     * A content as what is open for reading.
     *
     * @return resource
     */
    public static function opened(string $bytes)
    {
        $stream = fopen('php://memory', 'r+b') ?: throw new \RuntimeException('There is no memory for a link.');
        fwrite($stream, $bytes);
        rewind($stream);

        return $stream;
    }

    /**
     * @param  resource  $content  open at its start, and left there
     */
    public static function in($content): ?LinkContent
    {
        $bytes = (string) stream_get_contents($content, LinkContent::LONGEST, 0);
        rewind($content);

        return LinkContent::of($bytes);
    }
}
