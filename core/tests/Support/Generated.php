<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Tests\Support;

/** Made-up contents of each format, with all the ways in which a reference can be written there. */
final class Generated
{
    public static function content(string $format): string
    {
        return match ($format) {
            'SVG' => self::svg(),
            'Markdown' => self::markdown(),
            'X3D' => self::x3d(),
            'HTML', 'XHTML' => self::html(),
            'CSS' => self::fill(self::some(['a { b: url(%s) }', 'c { d: url("%s"), url( \'%s\' ) }', '/* url(%s) */', '@font-face { src: url(%s) format("woff2") }', 'e::after { content: "url(%s)" }'], "\n")),
            'OpenTimelineIO' => self::otio(),
            'M3U' => self::fill(['', "#EXTM3U\n", "#EXTM3U\n#PLAYLIST:Rain\n", "#EXTM3U\n#EXT-X-VERSION:3\n"][mt_rand(0, 3)].self::some(['%s', '#EXTINF:3,a title', '  %s ', 'https://example.org/%s', '#EXT-X-MAP:URI="%s"'], mt_rand(0, 1) === 0 ? "\n" : "\r\n")."\n"),
            'XSPF' => self::fill('<playlist><title>T</title><trackList>'.self::some(['<track><location>%s</location></track>', "<track>\n<image> %s\n</image><title>x</title></track>", '<track><location><!-- %s --></location></track>'], "\n").'</trackList></playlist>'),
            'CUE' => self::fill("TITLE \"T\"\n".self::some(['FILE "%s" WAVE', 'FILE %s WAVE', "  TRACK 01 AUDIO\n    TITLE \"x\"", 'REM FILE "%s"', '  INDEX 01 00:00:00'], "\n")),
            'glTF' => self::fill('{"asset":{"version":"2.0"},"scenes":[{"name":"S"}],"images":['.self::some(['{"uri":"%s"}', '{"name":"%s","uri" : "a\\u0020b\\/%s"}', '{"bufferView":1}'], ', ').'],"buffers":[{"uri":"%s","byteLength":1e3}]}'),
            'OBJ' => self::fill(self::some(['mtllib m%s.mtl', 'mtllib a b%s.mtl c.mtl', 'v 1.0 2.0 -3e4', '# mtllib x.mtl', 'usemtl brass', 'trace_obj %s'], "\n")),
            'MTL' => self::fill(self::some(['map_Kd %s', 'newmtl a', 'map_Bump -bm 0.2 -o 1 2 3 %s', 'Kd 1 1 1', '# map_Kd %s', 'refl -type sphere %s'], "\n")),
            'Data Package' => self::fill('{"name":"n","resources":['.self::some(['{"path":"%s"}', '{"path":["%s","%s"],"schema":"%s"}', '{"data":[1,2,{"path":"%s"}]}'], ', ').']}'),
            'JSON' => self::fill('{"a":['.self::some(['{"$ref":"%s"}', '{"x": {"$ref" : "%s#\/d"}}', '{"ref":"%s"}', '1'], ', ').']}'),
            'YAML' => self::fill(self::some(['a: {$ref: %s}', "  - \$ref: '%s'", '$ref: "%s"', '# $ref: %s', 'other: %s', '"$ref":   %s'], "\n")."\n"),
            'glTF binary' => self::glb(self::content('glTF')),
            default => throw new \LogicException("No generator for {$format}."),
        };
    }

    private static function glb(string $json): string
    {
        $json .= str_repeat(' ', (4 - strlen($json) % 4) % 4);
        $data = "\x08\0\0\0BIN\0".random_bytes(8);

        return 'glTF'.pack('V3', 2, 20 + strlen($json) + strlen($data), strlen($json)).'JSON'.$json.$data;
    }

    private static function svg(): string
    {
        $pieces = [
            '<image href="%s"/>', "<use xlink:href = '%s' />", '<a href="%s">t</a>', '<g style="fill:url(%s)"><rect/></g>',
            '<path fill=\'url("%s")\'/>', '<path stroke="url(&quot;%s&quot;) none"/>', '<style>.a{mask:url(%s)}</style>',
            '<style><![CDATA[@import "%s";]]></style>', '<!-- <image href="%s"/> -->', '<text>%s</text>',
        ];
        $head = ['', "<?xml version=\"1.0\"?>\n", "<?xml-stylesheet href='%s'?>\n", "<!DOCTYPE svg [ <!ENTITY e '>'> ]>\n"];

        return self::fill($head[array_rand($head)].'<svg xmlns:xlink="http://www.w3.org/1999/xlink">'.self::some($pieces, "\n").'</svg>');
    }

    private static function x3d(): string
    {
        $pieces = [
            "<Inline url='\"%s\" \"%s\"'/>", '<ImageTexture DEF="t" url="&quot;%s&quot;, &quot;%s&quot;"/>', '<AudioClip url="%s"/>', "<Anchor url='\"#view\"'><Shape/></Anchor>",
            '<Shape USE="%s"/>', "<Script url='\"%s\" \"ecmascript: var a = 1;\"'><![CDATA[ url(%s) ]]></Script>", '<!-- <Inline url="%s"/> -->', "<Background backUrl='\"%s\"'/>",
        ];
        $head = ['', '<head><meta name="title" content="T"/></head>', "<head>\n<meta content='M' name='material'/></head>"];

        return self::fill('<X3D>'.$head[array_rand($head)].'<Scene>'.self::some($pieces, "\n").'</Scene></X3D>');
    }

    private static function html(): string
    {
        $pieces = [
            '<a href="%s">x</a>', "<img src='%s' srcset=\"%s 1x, %s 2x\">", '<IMG SRC=%s alt=a>', '<div style="background:url(%s)">y</div>', '<style>a{b:url("%s")}</style>',
            '<script>var a = "<img src=\'%s\'>";</script>', '<!-- <img src="%s"> -->', '<video poster=%s><source src="%s"></video>', '<textarea><a href="%s"></textarea>', '5 < 6 & <b>c',
            '<p style="background:url(&quot;%s&quot;)">', '<form action="%s">', '<link rel=icon href=%s>',
        ];

        return self::fill('<!doctype html><head><title>T</title><meta name=description content="D"></head>'.self::some($pieces, "\n"));
    }

    private static function otio(): string
    {
        $pieces = [
            '{"OTIO_SCHEMA":"Clip.2","media_references":{"DEFAULT_MEDIA":{"OTIO_SCHEMA":"ExternalReference.1","target_url":"%s"}}}',
            '{"OTIO_SCHEMA":"Clip.1","media_reference":{"target_url" : "%s","OTIO_SCHEMA":"ExternalReference.1"}}',
            '{"OTIO_SCHEMA":"Clip.1","media_reference":{"OTIO_SCHEMA":"MissingReference.1","target_url":"%s"}}',
            '{"OTIO_SCHEMA":"Gap.1","metadata":{"target_url":"%s"}}',
        ];

        return self::fill('{"OTIO_SCHEMA":"Timeline.1","name":"T","tracks":{"OTIO_SCHEMA":"Stack.1","children":['.self::some($pieces, ",\n").']}}');
    }

    private static function markdown(): string
    {
        $pieces = [
            '[a](%s)', '![b](<%s> "title")', '[c](%s (t))', 'text with `[code](%s)`', '<img src="%s">', "<a href='%s'>x</a>",
            "\n[d]: %s\n", "\n- item [e](%s)\n  more", "\n> quote ![f](%s)\n", "\n```\n[g](%s)\n```\n", "\n# Heading\n", "\n<div><img src=\"%s\"></div>\n",
        ];

        return self::fill(self::some($pieces, "\n"));
    }

    /** @param list<string> $pieces */
    private static function some(array $pieces, string $glue): string
    {
        $chosen = [];
        for ($count = mt_rand(2, 8); $count > 0; $count--) {
            $chosen[] = $pieces[array_rand($pieces)];
        }

        return implode($glue, [$pieces[0], ...$chosen]);
    }

    private static function fill(string $template): string
    {
        return preg_replace_callback('~%s~', static fn (): string => 'f'.mt_rand(1, 99).['.svg', '.png', '/x.md', '%20y.svg#z'][mt_rand(0, 3)], $template) ?? '';
    }
}
