<?php

declare(strict_types=1);

use Hafenbuch\Core\Format\FormatRegistry;
use Hafenbuch\Core\Template\Placeholders;
use Hafenbuch\Core\Template\TemplateCheck;

it('writes what it fills in as the format needs it', function (string $extension, string $template, string $expected) {
    expect(Placeholders::fill($template, FormatRegistry::standard()->forPath("a.{$extension}"), ['title' => "Pen & \"drum\"\n2", 'date' => '2026-11-25']))->toBe($expected);
})->with([
    'text' => ['md', '# {{title}} ({{date}}, {{unknown}})', '# Pen & "drum" 2 (2026-11-25, {{unknown}})'],
    'XML' => ['svg', '<title>{{title}}</title>', '<title>Pen &amp; &quot;drum&quot; 2</title>'],
    'JSON' => ['otio', '{"name": "{{title}}"}', '{"name": "Pen & \"drum\" 2"}'],
    'a cue sheet' => ['cue', 'TITLE "{{title}}"', 'TITLE "Pen & ’drum’ 2"'],
]);

it('says why a template cannot be used', function (string $path, string $bytes, ?string $expected) {
    $obstacle = TemplateCheck::obstacle(FormatRegistry::standard(), $path, $bytes);
    $expected === null ? expect($obstacle)->toBeNull() : expect($obstacle)->toContain($expected);
})->with([
    'what we read' => ['a.x3d', '<X3D version="4.0"><Scene/></X3D>', null],
    'newer X3D' => ['a.x3d', '<X3D profile="Full" version="4.1"><Scene/></X3D>', 'X3D 4.1; 4.0 is the newest'],
    'newer glTF' => ['a.gltf', '{"asset": {"version": "3.0"}}', '3.0; 2.0 is the newest'],
    'newer OTIO' => ['a.otio', '{"OTIO_SCHEMA": "Timeline.2", "name": ""}', '2; 1 is the newest'],
    'newer XSPF' => ['a.xspf', '<playlist version="2"><trackList/></playlist>', '2; 1 is the newest'],
    'no version' => ['a.svg', '<svg xmlns="http://www.w3.org/2000/svg"/>', null],
    'broken' => ['a.svg', '<svg', 'cannot be read'],
    'a leaf' => ['a.txt', 'anything', null],
]);

it('begins every format with a content that it reads', function () {
    foreach (FormatRegistry::standard()->formats as $format) {
        $path = str_contains($format->endings()[0], '.') ? $format->endings()[0] : 'a.'.$format->endings()[0];
        expect(TemplateCheck::obstacle(FormatRegistry::standard(), $path, $format->blank('Pen & drum')))->toBeNull($format->name());
    }
});
