<?php

declare(strict_types=1);

use App\Pictures\DrawPictures;
use App\Quay\Quay;
use Illuminate\Support\Facades\Artisan;
use Tests\Support\Browser;
use Tests\Support\Harbour;

/* Small pictures as they stand in the rows. */

beforeEach(function () {
    // Other tests leave behind what nobody draws for them; the page asks less and less often for what takes long.
    Artisan::call('queue:clear', ['--queue' => DrawPictures::QUEUE, '--force' => true]);
    $svg = static fn (int $width, int $height): string => "<svg xmlns=\"http://www.w3.org/2000/svg\" width=\"{$width}\" height=\"{$height}\" viewBox=\"0 0 {$width} {$height}\"><title>Panel</title><rect width=\"{$width}\" height=\"{$height}\" fill=\"#B3541E\"/></svg>";
    $this->harbour = new Harbour(['upright.svg' => $svg(100, 300), 'wide.svg' => $svg(300, 100), 'broken.svg' => '<svg xmlns="http://www.w3.org/2000/svg"><title>Broken</title><rect', 'text.md' => "# The tide\n\nIt comes twice a day.\n"]);
    (new Quay($this->harbour->workspace, $this->harbour->owner))->open(array_map(fn (string $path): string => $this->harbour->document($path)->id, ['upright.svg', 'wide.svg', 'broken.svg', 'text.md']));
    $this->browser = (new Browser)->logIn($this->harbour->owner->email);
    $this->drawn = fn (): int => Artisan::call('queue:work', ['--queue' => DrawPictures::QUEUE, '--stop-when-empty' => true, '--sleep' => 0]);
    $this->picture = fn (string $path): string => "document.querySelector('[data-path=\"{$path}\"] [data-picture]')";
});
afterEach(fn () => $this->browser->close());

it('stands whole in its frame, upright or wide, and says where it cannot be shown', function () {
    $this->browser->until('return document.querySelectorAll("[data-picture=waiting]").length >= 3');
    // All that come into sight together are asked for together.
    $asked = (string) $this->browser->script('return performance.getEntriesByType("resource").find((one) => one.name.includes("/pictures?")).name');
    expect(substr_count(urldecode($asked), ','))->toBe(3, $asked);
    ($this->drawn)();
    foreach (['upright.svg' => 1 / 3, 'wide.svg' => 3, 'text.md' => null] as $path => $shape) {
        $of = ($this->picture)($path);
        $this->browser->until("return {$of}?.querySelector('img')?.naturalWidth > 0");
        [$width, $height, $isInside] = $this->browser->script("const frame = {$of}.getBoundingClientRect(); const image = {$of}.querySelector('img').getBoundingClientRect(); return [image.width, image.height, image.top >= frame.top && image.bottom <= frame.bottom && image.left >= frame.left && image.right <= frame.right]");
        expect($isInside)->toBeTrue($path);
        $shape === null || expect($width / $height)->toEqualWithDelta($shape, 0.1, $path);
    }
    $this->browser->until('return '.($this->picture)('broken.svg').'.title.startsWith("cannot be shown")');
    expect($this->browser->faults())->toBe([]);
});

it('is drawn anew with each edit, while the row is there', function () {
    $this->browser->until('return document.querySelectorAll("[data-picture=waiting]").length >= 3');
    ($this->drawn)();
    $of = ($this->picture)('text.md');
    $this->browser->until("return {$of}?.querySelector('img')?.naturalWidth > 0");
    $before = json_encode($this->browser->script("return {$of}.querySelector('img').src"));
    $this->harbour->draft('text.md', "# The tide at full moon\n");
    $this->browser->until("return {$of}?.dataset.picture === 'waiting'");
    ($this->drawn)();
    $this->browser->until("return {$of}?.querySelector('img')?.naturalWidth > 0 && {$of}.querySelector('img').src !== {$before}");
    expect($this->browser->faults())->toBe([]);
});
