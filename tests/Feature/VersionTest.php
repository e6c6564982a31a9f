<?php

declare(strict_types=1);

use Tests\Support\Harbour;

beforeEach(function () {
    $this->harbour = new Harbour(['a.md' => "# As found\n", 'b.md' => "# B\n"]);
    $this->actingAs($this->harbour->owner);
    $this->save = function (string $content, string $note): void {
        $document = $this->harbour->draft('a.md', $content);
        $decisions = [['document' => $document->id, 'kind' => 'save']];
        api('POST', 'save', ['decisions' => $decisions, 'fingerprint' => api('POST', 'plan', ['decisions' => $decisions])->json('fingerprint'), 'note' => $note])->assertOk();
    };
    ($this->save)("# One\n", 'first');
    ($this->save)("# Two\n", 'second');
    $this->a = $this->harbour->document('a.md');
});

it('lists what each save has made, the content as found among them', function () {
    $versions = api('GET', "documents/{$this->a->id}/versions")->assertOk()->json();
    expect(array_column($versions, 'number'))->toBe([2, 1, 0])->and(array_column($versions, 'note'))->toBe(['second', 'first', 'as found'])
        ->and(array_column($versions, 'entry'))->toBe([2, 1, null])->and(array_column($versions, 'isSaved'))->toBe([true, false, false])
        ->and(array_column($versions, 'person'))->toBe(['Mara', 'Mara', null])
        ->and(api('GET', "documents/{$this->harbour->document('b.md')->id}/versions")->json())->toBe([]);
});

it('compares a version with what is on the screen', function () {
    $this->harbour->draft('a.md', "# Three\n");
    $contrast = api('GET', "contrast?left={$this->a->id}:version-0&right={$this->a->id}:draft")->assertOk()->json();
    expect($contrast['fields'])->toBe([['name' => 'title', 'before' => 'As found', 'after' => 'Three']])
        ->and([$contrast['linesAdded'], $contrast['linesRemoved'], $contrast['left']['isPast'], $contrast['right']['isPast']])->toBe([1, 1, true, false])
        ->and(api('GET', "documents/{$this->a->id}/contents/version-0")->assertOk()->streamedContent())->toBe("# As found\n");
    api('GET', "contrast?left={$this->a->id}:version-9&right={$this->a->id}:draft")->assertStatus(404);
});

it('brings a version back as the draft, and numbers go on', function () {
    api('POST', "documents/{$this->a->id}/versions/0", [])->assertStatus(428);
    api('POST', "documents/{$this->a->id}/versions/0", [], $this->a->revision)->assertOk()->assertJsonPath('content', 'modified');
    expect($this->harbour->read('a.md'))->toBe("# Two\n")->and($this->harbour->workingText('a.md'))->toBe("# As found\n");
    api('POST', "documents/{$this->a->id}/versions/1", [], $this->a->revision)->assertStatus(412);

    $decisions = [['document' => $this->a->id, 'kind' => 'save']];
    api('POST', 'save', ['decisions' => $decisions, 'fingerprint' => api('POST', 'plan', ['decisions' => $decisions])->json('fingerprint')])->assertOk();
    expect(array_column(api('GET', "documents/{$this->a->id}/versions")->json(), 'number'))->toBe([3, 2, 1, 0])->and($this->harbour->read('a.md'))->toBe("# As found\n");
});

it('keeps versions when a document moves', function () {
    $decisions = api('POST', 'relocations', ['paths' => ['a.md'], 'to' => 'kept/z.md'])->json();
    api('POST', 'save', ['decisions' => $decisions, 'fingerprint' => api('POST', 'plan', ['decisions' => $decisions])->json('fingerprint'), 'kind' => 'move'])->assertOk();
    expect(api('GET', 'documents/'.$this->harbour->document('kept/z.md')->id.'/versions')->json('2.note'))->toBe('as found');
});
