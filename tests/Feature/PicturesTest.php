<?php

declare(strict_types=1);

use App\Pictures\CannotDraw;
use App\Pictures\Drawing\Drawn;
use App\Pictures\DrawPictures;
use App\Pictures\PictureFolder;
use App\Pictures\Shown;
use App\Pictures\Subject;
use Illuminate\Filesystem\Filesystem;
use Illuminate\Support\Facades\Artisan;
use Illuminate\Support\Facades\Queue;
use Tests\Support\Harbour;

const DRAWING = '<svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink" viewBox="0 0 40 30"><title>Gauge</title>%s</svg>';

function bitmap(int $width, int $height, int $colour): string
{
    $image = imagecreatetruecolor($width, $height);
    imagefill($image, 0, 0, $colour);
    ob_start();
    imagepng($image);

    return (string) ob_get_clean();
}

/** A drawing that is red on its left and green on its right. */
function halves(): string
{
    return sprintf(DRAWING, '<rect width="20" height="30" fill="#f00"/><rect x="20" width="20" height="30" fill="#0f0"/>');
}

beforeEach(function () {
    $this->harbour = new Harbour([
        'gauge.svg' => sprintf(DRAWING, '<image xlink:href="photo.png" width="40" height="30"/>'), 'photo.png' => bitmap(800, 600, 0xB3362B), 'guide.md' => "# Guide\n\nRead it.\n", 'part.x3d' => '<X3D><Scene><Shape><Box/></Shape></Scene></X3D>',
        'model.x3d' => '<X3D><Scene><Inline url=\'"part.x3d"\'/></Scene></X3D>', 'settings.json' => '{}', 'show.otio' => '{"OTIO_SCHEMA":"Timeline.1","tracks":{"children":[{"children":[{"OTIO_SCHEMA":"Clip.2","name":"dusk"}]}]}}', 'tides.csv' => "at,height\n06:12,3.1\n",
    ]);
    $this->actingAs($this->harbour->owner);
    $this->work = fn (): int => Artisan::call('queue:work', ['--queue' => DrawPictures::QUEUE, '--stop-when-empty' => true, '--sleep' => 0]);
    // Asked for twice: what is missing is drawn in between.
    $this->picture = function (string $path): array {
        $id = $this->harbour->document($path)->id;
        api('GET', "pictures?documents={$id}")->assertOk();
        ($this->work)();

        return api('GET', "pictures?documents={$id}")->assertOk()->json(0);
    };
    $this->middle = function (array $picture): int {
        $image = imagecreatefromstring((string) api('GET', "pictures/{$picture['key']}")->assertOk()->getContent());

        return imagecolorat($image, intdiv(imagesx($image), 2), intdiv(imagesy($image), 2)) & 0xFFFFFF;
    };
});

it('draws each kind of document as what it is', function () {
    foreach (['gauge.svg' => 'png', 'photo.png' => 'png', 'part.x3d' => 'png', 'model.x3d' => 'png', 'guide.md' => 'svg', 'show.otio' => 'svg', 'tides.csv' => 'svg'] as $path => $kind) {
        $picture = ($this->picture)($path);
        expect($picture['state'])->toBe('made')->and($picture['key'])->toEndWith(".{$kind}");
        $answer = api('GET', "pictures/{$picture['key']}")->assertOk()->assertHeader('Content-Type', $kind === 'svg' ? 'image/svg+xml' : 'image/png');
        expect((string) $answer->headers->get('Cache-Control'))->toContain('immutable')->and((string) $answer->headers->get('Content-Security-Policy'))->toContain("default-src 'none'");
    }
    expect(($this->picture)('settings.json')['state'])->toBe('none')->and(($this->middle)(($this->picture)('gauge.svg')))->toBe(0xB3362B);
    $photo = getimagesizefromstring((string) api('GET', 'pictures/'.($this->picture)('photo.png')['key'])->getContent());
    expect([$photo[0], $photo[1]])->toBe([320, 240]);
});

it('gives what shows another document a new picture where that one changes, as the draft, and draws nothing twice', function () {
    $before = [($this->picture)('gauge.svg')['key'], ($this->picture)('model.x3d')['key'], ($this->picture)('guide.md')['key']];
    $this->harbour->draft('photo.png', bitmap(80, 60, 0x17303A));
    $this->harbour->draft('part.x3d', '<X3D><Scene><Shape><Sphere/></Shape></Scene></X3D>');
    $after = [($this->picture)('gauge.svg'), ($this->picture)('model.x3d'), ($this->picture)('guide.md')];
    expect($after[0]['key'])->not->toBe($before[0])->and($after[1]['key'])->not->toBe($before[1])->and($after[2]['key'])->toBe($before[2])->and(($this->middle)($after[0]))->toBe(0x17303A);
    $files = fn (): int => count(glob(PictureFolder::above()."/{$this->harbour->workspace->id}/*/*"));
    $count = $files();
    $this->harbour->saveAll();
    expect(($this->picture)('gauge.svg')['key'])->toBe($after[0]['key'])->and($files())->toBe($count);
});

it('says why something cannot be shown, and goes on with the others', function () {
    $uses = '';
    for ($n = 1; $n < 40; $n++) {
        $uses .= '<g id="g'.$n.'">'.str_repeat('<use href="#g'.($n - 1).'"/>', 10).'</g>';
    }
    $huge = substr_replace(bitmap(2, 2, 0), pack('NN', 30_000, 30_000), 16, 8);
    $hostile = [
        'bomb.svg' => sprintf(DRAWING, '<g id="g0"><rect width="9" height="9" filter="url(#f)"/></g>'.$uses.'<use href="#g39"/>'), 'broken.svg' => '<svg', 'huge.png' => $huge, 'broken.png' => "\x89PNG\r\n\x1a\nno", 'empty.x3d' => '<X3D/>', 'packed.wav' => 'RIFF....WAVEfmt ',
        'itself.x3d' => '<X3D><Scene><Inline url=\'"itself.x3d"\'/></Scene></X3D>', 'large.svg' => '<svg xmlns="http://www.w3.org/2000/svg" width="1e9" height="1e9"><rect width="1e9" height="1e9"/></svg>', 'outside.svg' => sprintf(DRAWING, '<image href="file:///etc/passwd"/><image href="http://127.0.0.1:1/x.png"/><script>alert(1)</script><rect width="40" height="30" fill="#0a0"/>'),
    ];
    foreach ($hostile as $path => $bytes) {
        $this->harbour->put($path, $bytes);
    }
    $this->harbour->scan();
    $ids = array_map(fn (string $path): string => $this->harbour->document($path)->id, array_keys($hostile));
    api('GET', 'pictures?documents='.implode(',', $ids))->assertOk();
    ($this->work)();
    $states = array_combine(array_keys($hostile), array_map(static fn (array $one): string => $one['why'] ?? $one['state'], api('GET', 'pictures?documents='.implode(',', $ids))->json()));
    expect($states['huge.png'])->toBe('because it has 30,000 × 30,000 pixels; at most 40 million are drawn')->and($states['large.svg'])->toBe('made')->and($states['outside.svg'])->toBe('made');
    foreach (['bomb.svg', 'broken.svg', 'broken.png', 'empty.x3d', 'packed.wav', 'itself.x3d'] as $path) {
        expect($states[$path])->toStartWith('because ');
    }
    expect(($this->picture)('guide.md')['state'])->toBe('made');
});

it('has a picture drawn once, however many ask, in the queue behind everything else', function () {
    Queue::fake();
    $ids = implode(',', array_map(fn (string $path): string => $this->harbour->document($path)->id, ['gauge.svg', 'guide.md']));
    expect(array_column(api('GET', "pictures?documents={$ids}")->json(), 'state'))->toBe(['waiting', 'waiting'])->and(array_column(api('GET', "pictures?documents={$ids}")->json(), 'state'))->toBe(['waiting', 'waiting']);
    Queue::assertPushedTimes(DrawPictures::class, 1);
    Queue::assertPushedOn(DrawPictures::QUEUE, DrawPictures::class);
    // Whoever was to draw it has died.
    foreach (glob(PictureFolder::above()."/{$this->harbour->workspace->id}/*/*.waiting") as $file) {
        touch($file, time() - 600);
    }
    api('GET', "pictures?documents={$ids}");
    Queue::assertPushedTimes(DrawPictures::class, 2);
});

it('gives the pictures of a workspace to its members only, and throws old ones away', function () {
    $key = ($this->picture)('guide.md')['key'];
    $other = new Harbour(['x.md' => '# X']);
    $this->actingAs($other->owner);
    $this->getJson($this->harbour->api("/pictures/{$key}"))->assertNotFound();
    $this->getJson($other->api("/pictures/{$key}"))->assertNotFound();
    expect($this->getJson($other->api('/pictures?documents='.$this->harbour->document('guide.md')->id))->assertOk()->json('0.state'))->toBe('none');
    $this->actingAs($this->harbour->owner);
    foreach (['pictures?documents=', 'pictures?documents=short', 'pictures'] as $wrong) {
        api('GET', $wrong)->assertStatus(422);
    }
    touch((new PictureFolder($this->harbour->workspace))->file(substr($key, 0, 64), 'svg'), time() - 86_400 * 31);
    PictureFolder::sweep();
    api('GET', "pictures/{$key}")->assertNotFound();
    expect(($this->picture)('guide.md')['state'])->toBe('made');
});

it('tells what is in a table and in a timeline, and which media are there', function () {
    $this->harbour->put('tones/gulls.wav', 'RIFF');
    $clip = static fn (string $name, string $url): array => ['OTIO_SCHEMA' => 'Clip.2', 'name' => $name, 'source_range' => ['duration' => ['value' => 50, 'rate' => 25]], 'media_reference' => ['target_url' => $url]];
    $this->harbour->put('storm.otio', json_encode(['OTIO_SCHEMA' => 'Timeline.1', 'tracks' => ['children' => [['name' => 'Sound', 'children' => [$clip('gulls', 'tones/gulls.wav'), ['OTIO_SCHEMA' => 'Gap.1', 'source_range' => ['duration' => ['value' => 25, 'rate' => 25]]], $clip('lost', 'tones/lost.wav')]]]]]));
    $this->harbour->scan();
    $outline = api('GET', "documents/{$this->harbour->document('storm.otio')->id}/outline")->assertOk()->json();
    expect($outline['rows'])->toBe([])->and($outline['tracks'][0]['name'])->toBe('Sound')->and($outline['tracks'][0]['clips'])->toBe([
        ['name' => 'gulls', 'start' => 0, 'length' => 2, 'isKnown' => true, 'document' => $this->harbour->document('tones/gulls.wav')->id, 'path' => 'tones/gulls.wav', 'isThere' => true],
        ['name' => null, 'start' => 2, 'length' => 1, 'isKnown' => true, 'document' => null, 'path' => null, 'isThere' => true],
        ['name' => 'lost', 'start' => 3, 'length' => 2, 'isKnown' => true, 'document' => null, 'path' => 'tones/lost.wav', 'isThere' => false],
    ]);
    expect(api('GET', "documents/{$this->harbour->document('tides.csv')->id}/outline")->json())->toBe(['rows' => [['at', 'height'], ['06:12', '3.1']], 'tracks' => []]);
    $this->harbour->draft('tides.csv', "at\n07:00\n");
    expect(api('GET', "documents/{$this->harbour->document('tides.csv')->id}/outline")->json('rows'))->toBe([['at'], ['07:00']]);
});

it('opens a file only within the walls, whatever another program has put in its place', function () {
    $outside = sys_get_temp_dir().'/outside-'.bin2hex(random_bytes(4)).'.md';
    file_put_contents($outside, "# Secret\n");
    $root = $this->harbour->workspace->root;
    $subject = new Subject('guide.md', null, ['guide.md' => null], $root, '');
    expect($subject->begin('guide.md', 100))->toStartWith('# Guide');
    unlink("{$root}/guide.md");
    symlink($outside, "{$root}/guide.md");
    expect((string) rescue(fn (): string => $subject->begin('guide.md', 100), 'cannot', false))->not->toContain('Secret');
    unlink($outside);
    expect(fn (): string => (new Subject('../x.md', null, ['../x.md' => null], $root, ''))->begin('../x.md', 9))->toThrow(CannotDraw::class)
        ->and(fn (): string => (new Subject('lost.md', null, ['lost.md' => null], $root, ''))->begin('lost.md', 9))->toThrow(CannotDraw::class)
        ->and(fn (): string => (new Subject('photo.png', null, ['photo.png' => null], $root, ''))->whole('photo.png', 10))->toThrow(CannotDraw::class);
});

it('keeps no more on the disk than it may, and nothing that somebody died over', function () {
    // What the tests before have drawn counts too.
    (new Filesystem)->deleteDirectory(PictureFolder::above());
    $folder = new PictureFolder($this->harbour->workspace);
    $keys = array_map(static fn (int $n): string => hash('sha256', (string) $n), range(1, 5));
    foreach ($keys as $n => $key) {
        $folder->keep($key, new Drawn(Drawn::PNG, str_repeat('x', 1000)));
        touch($folder->file($key, 'png'), time() - 100 + $n);
    }
    $passing = $folder->file($keys[0], 'png').'.0123456789ab';
    file_put_contents($passing, 'half');
    touch($passing, time() - 7200);
    config(['limits.pictures' => 2500]);
    PictureFolder::sweep();
    expect(array_map(static fn (string $key): bool => $folder->look($key) !== null, $keys))->toBe([false, false, false, true, true])->and(is_file($passing))->toBeFalse();
});

it('keeps no picture of another content than its key says, whoever writes while it is drawn', function () {
    $id = $this->harbour->document('guide.md')->id;
    $key = app(Shown::class)->of($this->harbour->workspace, [$id])[$id];
    $this->harbour->draft('guide.md', "# Another guide\n");
    $subject = new ReflectionMethod(DrawPictures::class, 'subject');
    expect($subject->invoke(new DrawPictures($this->harbour->workspace->id, [$id]), $this->harbour->workspace, app(App\Drafts\WorkingContent::class), app(App\Workspace\Files\DiskContentStore::class), $key, '{}'))->toBeNull();
    expect(($this->picture)('guide.md')['key'])->not->toStartWith($key->key)->and((new PictureFolder($this->harbour->workspace))->look($key->key))->toBeNull();
});

it('tells the tracks of a timeline as it was', function () {
    $cue = static fn (int $seconds): string => '{"OTIO_SCHEMA":"Timeline.1","name":"Cue","tracks":{"OTIO_SCHEMA":"Stack.1","children":[{"OTIO_SCHEMA":"Track.1","children":[{"OTIO_SCHEMA":"Clip.2","name":"storm","source_range":{"duration":{"value":'.$seconds.',"rate":1}}}]}]}}';
    $harbour = new Tests\Support\Harbour(['cue.otio' => $cue(4)]);
    $this->harbour = $harbour;
    $this->actingAs($harbour->owner);
    $harbour->draft('cue.otio', $cue(9));
    $id = $harbour->document('cue.otio')->id;
    $length = static fn (string $query): mixed => api('GET', "documents/{$id}/outline{$query}")->assertOk()->json('tracks.0.clips.0.length');

    expect((float) $length(''))->toBe(9.0)->and((float) $length('?source=file'))->toBe(4.0);
    api('GET', "documents/{$id}/outline?source=../x")->assertStatus(422);
});

it('draws what a document was, among the others that it placed then', function () {
    $this->harbour->put('old.png', bitmap(80, 60, 0x00FF00));
    $this->harbour->scan();
    $this->harbour->draft('gauge.svg', sprintf(DRAWING, '<image xlink:href="old.png" width="40" height="30"/>'));
    $this->harbour->saveAll();
    $this->harbour->draft('gauge.svg', sprintf(DRAWING, '<rect width="40" height="30" fill="#00f"/>'));
    $id = $this->harbour->document('gauge.svg')->id;
    $then = array_map(static fn (array $version): int => $version['number'], api('GET', "documents/{$id}/versions")->json());
    $wanted = implode(',', [$id, ...array_map(static fn (int $number): string => "{$id}:version-{$number}", $then), "{$id}:version-99"]);
    api('GET', "pictures?documents={$wanted}")->assertOk();
    ($this->work)();
    $found = api('GET', "pictures?documents={$wanted}")->assertOk()->json();
    $colours = array_map(fn (array $one): ?int => $one['state'] === 'made' ? ($this->middle)($one) : null, $found);

    expect(array_column($found, 'source'))->toBe([null, ...array_map(static fn (int $number): string => "version-{$number}", $then), 'version-99'])
        ->and($colours)->toBe([0x0000FF, 0x00FF00, 0xB3362B, null])->and($found[3]['state'])->toBe('none');
    api('GET', "pictures?documents={$id}:draft")->assertStatus(422);
});

it('shows the part, the side or the while that somebody chose, renewed with the document or staying as it was', function () {
    $this->harbour->draft('gauge.svg', halves());
    $id = $this->harbour->document('gauge.svg')->id;
    $choose = fn (?array $aspect, bool $stays, int $status = 200) => api('PUT', "documents/{$id}/picture", ['aspect' => $aspect, 'stays' => $stays])->assertStatus($status);
    expect(api('GET', "documents/{$id}/picture")->json())->toBe(['aspect' => null, 'stays' => false, 'by' => null, 'at' => null]);
    $choose(['part' => [0.6, 0.1, 0.3, 0.3]], false);
    expect(($this->middle)(($this->picture)('gauge.svg')))->toBe(0x00FF00)->and(api('GET', "documents/{$id}/picture")->json('aspect.part'))->toBe([0.6, 0.1, 0.3, 0.3]);
    $choose(['part' => [0.1, 0.1, 0.3, 0.3]], true);
    $key = ($this->picture)('gauge.svg')['key'];
    expect(api('GET', "documents/{$id}/picture")->json('stays'))->toBeTrue();
    $this->harbour->draft('gauge.svg', sprintf(DRAWING, '<rect width="40" height="30" fill="#00f"/>'));
    // What it stays with is nothing that tidying takes away.
    expect(array_map(static fn (App\Past\Store\Root $root): string => $root->what, iterator_to_array(app(App\Past\Store\Roots::class)->all(), false)))->toContain('what the small picture of gauge.svg stays with');
    expect(($this->picture)('gauge.svg')['key'])->toBe($key)->and(($this->middle)(($this->picture)('gauge.svg')))->toBe(0xFF0000);
    $choose(null, false);
    expect(($this->middle)(($this->picture)('gauge.svg')))->toBe(0x0000FF);
    foreach ([['part' => [0.5, 0, 0.6, 1]], ['part' => [0, 0, 0.01, 1]], ['turn' => [9, 0]], ['turn' => ['x', 0]], ['span' => [4, 4]], ['other' => 1], ['turn' => [0, 0], 'span' => [0, 1]], []] as $wrong) {
        $choose($wrong, false, 422);
    }
});

it('shows a solid from where it was turned to, and a while of a timeline with stills of its pictures', function () {
    $clip = static fn (string $name): array => ['OTIO_SCHEMA' => 'Clip.2', 'name' => $name, 'source_range' => ['duration' => ['value' => 50, 'rate' => 25]], 'media_reference' => ['OTIO_SCHEMA' => 'ExternalReference.1', 'target_url' => 'photo.png']];
    $this->harbour->put('storm.otio', json_encode(['OTIO_SCHEMA' => 'Timeline.1', 'tracks' => ['children' => [['children' => [$clip('dusk'), $clip('gale'), $clip('dawn')]]]]]));
    $this->harbour->put('plank.x3d', '<X3D><Scene><Shape><Appearance><Material diffuseColor="1 1 1"/></Appearance><Box size="8 1 1"/></Shape></Scene></X3D>');
    $this->harbour->scan();
    $choose = fn (string $path, array $aspect) => api('PUT', "documents/{$this->harbour->document($path)->id}/picture", ['aspect' => $aspect, 'stays' => false])->assertOk();
    $svg = fn (): string => (string) api('GET', 'pictures/'.($this->picture)('storm.otio')['key'])->getContent();
    expect($svg())->toContain('dusk', 'gale', 'dawn', 'data:image/jpeg;base64,');
    $choose('storm.otio', ['span' => [2.5, 3.5]]);
    expect($svg())->toContain('gale')->not->toContain('dusk')->not->toContain('dawn');

    $filled = function (): int {
        $image = imagecreatefromstring((string) api('GET', 'pictures/'.($this->picture)('plank.x3d')['key'])->getContent());

        return count(array_filter(range(0, imagesx($image) - 1), static fn (int $x): bool => (imagecolorat($image, $x, 10) >> 24) < 100));
    };
    $choose('plank.x3d', ['turn' => [0, 0]]);
    // From its side it is flat, from its end a square as high as the picture.
    $fromTheSide = $filled();
    $choose('plank.x3d', ['turn' => [M_PI_2, 0]]);
    expect($fromTheSide)->toBe(0)->and($filled())->toBeGreaterThan(100);
});

it('says what is known of a picture and of a sound, also while it is a draft', function () {
    $this->harbour->put('tone.wav', 'RIFF'.pack('V', 36 + 8000).'WAVEfmt '.pack('VvvVVvv', 16, 1, 1, 8000, 8000, 1, 8).'data'.pack('V', 8000).str_repeat("\x80", 8000));
    $this->harbour->scan();
    $facts = fn (string $path): array => array_column(api('GET', "documents/{$this->harbour->document($path)->id}/facts")->assertOk()->json(), 'value', 'name');
    expect($facts('photo.png'))->toMatchArray(['width × height' => '800 × 600 px', 'colours' => '8 bits each for red, green and blue', 'transparency' => 'none'])
        ->and($facts('tone.wav')['duration'])->toBe('0:00:01.000')->and($facts('guide.md'))->toBe([]);
    $this->harbour->draft('photo.png', bitmap(80, 60, 0));
    expect($facts('photo.png')['width × height'])->toBe('80 × 60 px');
    $this->harbour->draft('photo.png', 'no picture');
    expect($facts('photo.png'))->toBe([]);
});
