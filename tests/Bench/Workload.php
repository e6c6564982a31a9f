<?php

declare(strict_types=1);

namespace Tests\Bench;

/** Made-up files of every format that refer to one another, in a folder. */
final class Workload
{
    private const ENDINGS = ['svg', 'md', 'x3d', 'html', 'css', 'otio', 'm3u8', 'xspf', 'gltf', 'png'];

    /** Writes so many files of so many bytes on average, with three references each. */
    public static function write(string $folder, int $files, int $bytes = 4096): void
    {
        mt_srand(1853);
        for ($n = 0; $n < $files; $n++) {
            $path = "{$folder}/".self::path($n);
            if (! is_dir(dirname($path))) {
                mkdir(dirname($path), 0o777, true);
            }
            file_put_contents($path, self::content($n, $files, $bytes));
        }
    }

    public static function path(int $n): string
    {
        return sprintf('d%02d/f%05d.%s', intdiv($n, 100) % 100, $n, self::ENDINGS[$n % count(self::ENDINGS)]);
    }

    private static function content(int $n, int $files, int $bytes): string
    {
        $to = array_map(static fn (): string => '../'.self::path(mt_rand(0, $files - 1)), [1, 2, 3]);
        $words = static fn (string $line): string => str_repeat($line, (int) max(1, ($bytes - 600) / strlen($line)));

        return match (self::ENDINGS[$n % count(self::ENDINGS)]) {
            'svg' => "<svg xmlns=\"http://www.w3.org/2000/svg\"><title>{$n}</title>".self::join('<image href="%s"/>', $to).$words("<path d=\"M1 2L3 4\" fill=\"#17303A\"/>\n").'</svg>',
            'md' => "# Document {$n}\n\n".self::join("[a link](%s)\n", $to)."\n".$words("Some words, *emphasis* and `code`, that fill a line of a chapter.\n"),
            'x3d' => '<X3D><Scene>'.self::join("<Inline url='\"%s\"'/>", $to).$words("<Transform translation=\"1 2 3\"><Shape><Box/></Shape></Transform>\n").'</Scene></X3D>',
            'html' => "<!doctype html><title>{$n}</title>".self::join('<img src="%s">', $to).$words("<p class=\"x\">Some words in a paragraph.</p>\n"),
            'css' => self::join(".a { background: url(%s) }\n", $to).$words(".b > c { color: #17303a; margin: 0 }\n"),
            'otio' => '{"OTIO_SCHEMA":"Timeline.1","name":"'.$n.'","tracks":{"OTIO_SCHEMA":"Stack.1","children":['.rtrim(self::join('{"OTIO_SCHEMA":"Clip.2","media_reference":{"OTIO_SCHEMA":"ExternalReference.1","target_url":"%s"}},', $to).$words('{"OTIO_SCHEMA":"Gap.1","name":"gap","metadata":{}},'), ',').']}}',
            'm3u8' => "#EXTM3U\n".self::join("%s\n", $to).$words("#EXTINF:10,a title of a track\n"),
            'xspf' => '<playlist><title>'.$n.'</title><trackList>'.self::join('<track><location>%s</location></track>', $to).$words("<track><title>a title</title></track>\n").'</trackList></playlist>',
            'gltf' => '{"asset":{"version":"2.0"},"images":['.rtrim(self::join('{"uri":"%s"},', $to), ',').'],"accessors":['.rtrim($words('{"bufferView":0,"componentType":5126,"count":24,"type":"VEC3"},'), ',').']}',
            default => random_bytes($bytes),
        };
    }

    /** @param list<string> $values */
    private static function join(string $template, array $values): string
    {
        return implode('', array_map(static fn (string $value): string => sprintf($template, $value), $values));
    }
}
