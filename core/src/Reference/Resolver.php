<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Reference;

use Hafenbuch\Core\Path\Path;
use Hafenbuch\Core\Text\Pattern;

/** Turns a reference's text into a target, and a target into text, seen from a document's own folder. */
final readonly class Resolver
{
    /** @param string $root the workspace's folder, absolute, for references that name files absolutely */
    public function __construct(private string $root) {}

    /**
     * Resolves as RFC 3986, section 5, with the document's path as the base.
     *
     * @param  ?string  $base  an address that the document names as the start of its references (section 5.1.1)
     */
    public function resolve(string $from, string $raw, AddressStyle $style = AddressStyle::Uri, ?string $base = null): Target
    {
        if ($style === AddressStyle::Link) {
            return $this->resolvePath($from, $raw, '');
        }
        $text = trim($raw, " \t\r\n\f");
        if ($base !== null && ! Pattern::matches('~^(?:[a-z][a-z0-9+.\-]*:|//|#|$)~i', $text)) {
            $kind = $this->resolve($from, $base)->kind;
            if ($kind !== TargetKind::File && $kind !== TargetKind::Self && ! $this->isRootFolder($from, $base)) {
                return new Target($kind);
            }
            $from = $this->start($from, $base);
        }
        if ($style === AddressStyle::PlainPath) {
            return $this->resolvePath($from, str_replace('\\', '/', $text), '');
        }
        if ($text === '' || $text[0] === '#') {
            return new Target(TargetKind::Self, null, $text);
        }
        if (Pattern::matches('~^([a-z][a-z0-9+.\-]*):~i', $text, $match)) {
            return $this->resolveScheme($from, strtolower($match[1]), $text);
        }
        if (str_starts_with($text, '//')) {
            return self::elsewhere(TargetKind::Web, $text);
        }
        $length = strcspn($text, '?#');
        $suffix = substr($text, $length);
        if ($length === 0) {
            return new Target(TargetKind::Self, null, $suffix);
        }

        return $this->resolvePath($from, rawurldecode(substr($text, 0, $length)), $suffix);
    }

    /** The path from which the references of a document begin: its own, unless it names a base inside the workspace. */
    public function start(string $from, ?string $base): string
    {
        if ($base === null) {
            return $from;
        }
        if ($this->isRootFolder($from, $base)) {
            return '.';
        }
        $start = $this->resolve($from, $base);

        // A base that ends with a slash is a folder; any other stands beside what it names.
        return $start->kind === TargetKind::File ? $start->path.(Pattern::matches('~(?:^|/)\.{0,2}/?(?:[?#]|$)~', $base) ? '/.' : '') : $from;
    }

    /** Whether a base names the workspace's own folder, which is no file that a reference could name. */
    private function isRootFolder(string $from, string $base): bool
    {
        return Pattern::matches('~^[^:?#]*(?:/|\.)(?:[?#]|$)~', $base) && $base[0] !== '/'
            && Path::normalise(Path::folderOf($from).'/'.rawurldecode(substr($base, 0, strcspn($base, '?#')))) === '';
    }

    /**
     * The text that leads from one document to another: relative, each name percent-encoded
     * except for the characters that a path segment may hold (RFC 3986, section 3.3).
     *
     * @throws UnwritableValue
     */
    public function reference(string $from, string $to, string $suffix = '', AddressStyle $style = AddressStyle::Uri): string
    {
        $folder = explode('/', $from);
        array_pop($folder);
        $names = explode('/', $to);
        $shared = 0;
        while ($shared < count($folder) && $shared < count($names) - 1 && $folder[$shared] === $names[$shared]) {
            $shared++;
        }
        $up = str_repeat('../', count($folder) - $shared);
        $down = array_slice($names, $shared);
        if ($style === AddressStyle::Link) {
            return $up.implode('/', $down);
        }
        if ($style === AddressStyle::PlainPath) {
            $path = $up.implode('/', $down);

            return str_contains($path, '\\') ? throw UnwritableValue::in('a list of plain paths', $path, 'a backslash would be read as the border of a folder') : $path;
        }
        $encoded = implode('/', array_map(self::encodeName(...), $down));
        // A colon in the first name would read as the end of a scheme (RFC 3986, section 4.2).
        if ($up === '' && str_contains(explode('/', $encoded)[0], ':')) {
            $encoded = './'.$encoded;
        }

        return $up.$encoded.$suffix;
    }

    /** A path of the workspace as one of the file system; what is one already stays. */
    public function absolute(string $path): string
    {
        return str_starts_with($path, '/') ? $path : rtrim($this->root, '/').'/'.$path;
    }

    /**
     * The text of a reference that is to end elsewhere, in the manner of the one that stands there.
     *
     * @param  string  $from  where the references of the document begin: a path of the workspace, or an absolute one
     * @param  string  $end  a path of the workspace, or the end of an address
     *
     * @throws UnwritableValue
     */
    public function text(string $from, string $end, string $suffix, ReferenceSite $site): string
    {
        $address = Address::of($end);
        if ($address !== null && ! Address::isFile($address)) {
            return $site->style === AddressStyle::Link ? throw UnwritableValue::in('a link', $address, 'a link leads to files only') : $address.$suffix;
        }
        $to = $this->absolute($address ?? $end);
        if ($this->isAbsolute($site, $address)) {
            return match (true) {
                $site->style === AddressStyle::Link, $site->style === AddressStyle::PlainPath => $to,
                default => (str_starts_with(strtolower(trim($site->raw)), 'file:') ? 'file://' : '').implode('/', array_map(self::encodeName(...), explode('/', $to))).$suffix,
            };
        }

        return $address === null && $from[0] !== '/'
            ? $this->reference($from, $end, $suffix, $site->styleOfPaths())
            : $this->reference(ltrim($this->absolute($from), '/'), ltrim($to, '/'), $suffix, $site->styleOfPaths());
    }

    /** What names a file of the workspace becomes relative, so that it still does elsewhere; a link stays as someone wanted it. */
    private function isAbsolute(ReferenceSite $site, ?string $address): bool
    {
        return $site->isWrittenFromTheRoot() && ($site->style === AddressStyle::Link || $address !== null);
    }

    private static function encodeName(string $name): string
    {
        return Pattern::replaceWith(
            "~[^A-Za-z0-9\\-._\\~!$&'()*+,;=:@]+~",
            static fn (array $match): string => rawurlencode($match[0]),
            $name,
        );
    }

    private function resolveScheme(string $from, string $scheme, string $text): Target
    {
        // What a scheme carries in itself: data (RFC 2397), and scripts that stand in the address.
        if (in_array($scheme, ['data', 'javascript', 'ecmascript', 'vrmlscript'], true)) {
            return new Target(TargetKind::Self);
        }
        if ($scheme === 'file') {
            $rest = substr($text, 5);
            $length = strcspn($rest, '?#');
            $path = rawurldecode(substr($rest, 0, $length));
            if (Pattern::matches('~^//(localhost)?(/.*)$~is', $path, $match)) {
                $path = $match[2];
            }

            return str_starts_with($path, '//')
                ? self::elsewhere(TargetKind::Outside, $text)
                : $this->resolvePath($from, $path, substr($rest, $length));
        }
        if ($scheme === 'device') {
            return self::elsewhere(TargetKind::Device, Address::DEVICE.ltrim(substr($text, strlen(Address::DEVICE)), '/'));
        }

        // A single letter is a drive of another system, not a scheme.
        return self::elsewhere(strlen($scheme) === 1 ? TargetKind::Outside : TargetKind::Web, $text);
    }

    /** What stands behind `?` and `#` is no part of what is named, except in the web, where a query chooses. */
    private static function elsewhere(TargetKind $kind, string $text): Target
    {
        $length = strcspn($text, $kind === TargetKind::Web ? '#' : '?#');

        return new Target($kind, null, substr($text, $length), substr($text, 0, $length));
    }

    private function resolvePath(string $from, string $path, string $suffix): Target
    {
        if ($path === '' || str_contains($path, "\0") || ! mb_check_encoding($path, 'UTF-8')) {
            return new Target(TargetKind::Nothing);
        }
        if ($path[0] === '/') {
            return $this->resolveAbsolute($path, $suffix);
        }
        if (Pattern::matches('~^[A-Za-z]:/~', $path)) {
            return new Target(TargetKind::Outside, null, $suffix, $path);
        }
        $normal = $from[0] === '/' ? null : Path::normalise(Path::folderOf($from).'/'.$path);
        if ($normal === null) {
            return $this->resolveAbsolute(Path::folderOf($this->absolute($from)).'/'.$path, $suffix);
        }

        return $normal === '' ? new Target(TargetKind::Nothing) : new Target(TargetKind::File, $normal, $suffix);
    }

    private function resolveAbsolute(string $path, string $suffix): Target
    {
        $normal = '/'.(Path::normalise($path) ?? '');
        $root = rtrim($this->root, '/').'/';
        if (str_starts_with($normal, $root) && $normal !== $root) {
            return new Target(TargetKind::File, substr($normal, strlen($root)), $suffix);
        }

        return new Target(str_starts_with($normal, '/dev/') ? TargetKind::Device : TargetKind::Outside, null, $suffix, $normal);
    }
}
