<?php

declare(strict_types=1);

use App\Models\Document;
use Tests\Support\Harbour;

beforeEach(function () {
    $this->harbour = new Harbour([
        'templates/panel.svg' => '<svg xmlns="http://www.w3.org/2000/svg"><title>{{title}}</title><desc>{{number}}, {{person}}</desc><image href="../shared/legend.svg"/></svg>',
        'templates/newer.x3d' => '<X3D version="5.0"><Scene/></X3D>', 'shared/legend.svg' => '<svg xmlns="http://www.w3.org/2000/svg"/>', 'GH-0006 arm.svg' => '<svg xmlns="http://www.w3.org/2000/svg"/>',
    ]);
    $this->actingAs($this->harbour->owner);
    changeSettings(['templates' => 'templates', 'numbering' => ['SVG' => 'GH-{0000}']])->assertOk();
});

it('begins a document from a template of the workspace', function () {
    $templates = array_column(api('GET', 'templates')->assertOk()->json(), null, 'name');
    expect($templates['panel'])->toMatchArray(['isBuiltIn' => false, 'ending' => '.svg', 'obstacle' => null, 'scheme' => 'GH-{0000}'])
        ->and($templates['newer']['obstacle'])->toContain('X3D 5.0; 4.0 is the newest')->and($templates)->toHaveKeys(['Empty', 'Chapter', 'Part']);

    $number = api('POST', 'numbers', ['format' => 'SVG'])->json();
    expect($number)->toBe(['number' => 7, 'name' => 'GH-0007']);
    api('POST', 'documents', ['path' => 'panels/GH-0007.svg', 'title' => 'Pen & drum', 'template' => $templates['panel']['id'], 'number' => $number['name']])->assertStatus(201);
    expect($this->harbour->workingText('panels/GH-0007.svg'))->toBe('<svg xmlns="http://www.w3.org/2000/svg"><title>Pen &amp; drum</title><desc>GH-0007, Mara</desc><image href="../shared/legend.svg"/></svg>')
        ->and($this->harbour->document('panels/GH-0007.svg')->title)->toBe('Pen & drum')
        ->and($this->harbour->read('panels/GH-0007.svg'))->toBeNull();
    api('POST', 'documents', ['path' => 'x.x3d', 'title' => 'X', 'template' => $templates['newer']['id']])->assertStatus(422);
    api('POST', 'documents', ['path' => 'top.svg', 'title' => 'Top', 'template' => $templates['panel']['id']])->assertStatus(201);
    expect($this->harbour->workingText('top.svg'))->toContain('href="shared/legend.svg"');
});

it('gives no number twice', function () {
    $ida = $this->harbour->member('Ida');
    $take = fn ($person = null) => api('POST', 'numbers', ['format' => 'SVG'], as: $person)->json('number');
    expect([$take(), $take(), $take($ida), $take($ida), $take()])->toBe([7, 7, 8, 8, 7]);
    $this->harbour->draft('GH-0007.svg', '<svg xmlns="http://www.w3.org/2000/svg"/>');
    expect($take())->toBe(9);
    api('POST', 'numbers', ['format' => 'Markdown'])->assertStatus(422);
    changeSettings(['numbering' => ['Markdown' => 'Note {00}']]);
    expect(api('POST', 'numbers', ['format' => 'Markdown'])->json('name'))->toBe('Note 01');
});

it('checks names as they are typed', function (string $path, ?string $obstacle, ?string $remark, ?string $free) {
    $found = api('GET', 'names?path='.rawurlencode($path))->assertOk()->json();
    expect($found['free'])->toBe($free);
    $obstacle === null ? expect($found['obstacle'])->toBeNull() : expect($found['obstacle'])->toContain($obstacle);
    $remark === null ? expect($found['remark'])->toBeNull() : expect($found['remark'])->toContain($remark);
})->with([
    ['new.md', null, null, null], ['new.svg', null, 'follow GH-{0000}', null], ['GH-0008 drum.svg', null, null, null],
    ['shared/legend.svg', 'is a document', 'follow GH-{0000}', 'shared/legend-2.svg'], ['Shared/Legend.svg', 'letter case', 'follow', null],
    ['a:b.md', '“:”', null, null], ['../x.md', 'leads out', null, null], [str_repeat('x', 300).'.md', '303 bytes', null, null], ['', 'needed', null, null],
]);

it('keeps settings, and refuses wrong ones', function () {
    changeSettings(['numbering' => ['SVG' => 'GH']])->assertStatus(422);
    changeSettings(['templates' => '../x'])->assertStatus(422);
    changeSettings(['namingRules' => ['bad' => ['find' => '(', 'pattern' => true]]])->assertStatus(422);
    changeSettings(['namingRules' => ['north' => ['prefix' => 'n-', 'dated' => true]], 'ignore' => ['.*', 'shared']])->assertOk();
    expect(api('GET', 'settings')->json())->toMatchArray(['ignore' => ['.*', 'shared'], 'templates' => 'templates', 'numbering' => ['SVG' => 'GH-{0000}'], 'namingRules' => ['north' => ['prefix' => 'n-', 'dated' => true]]]);
    $this->harbour->workspace->refresh();
    $this->harbour->put('shared/unused.svg', '<svg/>');
    $this->harbour->scan();
    expect(Document::at($this->harbour->workspace, 'shared/unused.svg'))->toBeNull();
});

it('takes files from a person’s computer as drafts', function () {
    $check = api('POST', 'uploads/check', ['paths' => ['new/a.png', 'shared/legend.svg', 'bad:name.png']])->assertOk()->json();
    expect(array_column($check['clashes'], 'free', 'path'))->toBe(['shared/legend.svg' => 'shared/legend-2.svg', 'bad:name.png' => 'bad-name.png'])
        ->and(array_column($check['clashes'], 'canReplace', 'path'))->toBe(['shared/legend.svg' => true, 'bad:name.png' => false]);
    api('POST', 'uploads?path=new/a.png', "\x89PNG")->assertStatus(201)->assertJsonPath('content', 'new');
    api('POST', 'uploads?path=shared/legend.svg', '<svg/>')->assertStatus(409);
    api('POST', 'uploads?path=shared/legend.svg&replace=1', '<svg/>')->assertStatus(201)->assertJsonPath('content', 'modified');
    api('POST', 'uploads?path=../out.png', 'x')->assertStatus(422);
    config(['limits.content' => 10]);
    api('POST', 'uploads?path=big.png', str_repeat('x', 11))->assertStatus(422);
    expect(array_column(api('GET', 'quay')->json('rows'), 'path'))->toBe(['new/a.png', 'shared/legend.svg'])->and($this->harbour->read('new/a.png'))->toBeNull();
});
