<?php

declare(strict_types=1);

use Hafenbuch\Core\Reference\Spellings;

it('knows how a name usually stands in documents', function (string $name, array $spellings) {
    expect(array_diff($spellings, Spellings::of($name)))->toBe([]);
})->with([
    'a plain one' => ['core.html', ['core.html', "c\0o\0r\0e\0.\0h\0t\0m\0l\0"]],
    'with a space' => ['core page.html', ['core page.html', 'core%20page.html', 'core+page.html']],
    'with markup' => ['a&b.svg', ['a&b.svg', 'a&amp;b.svg', 'a%26b.svg']],
    'with an umlaut' => ['Flügel.png', ['Flügel.png', "Flu\u{308}gel.png", "Fl\xfcgel.png", 'Fl%C3%BCgel.png', 'Fl%c3%bcgel.png', 'Fl\u00fcgel.png']],
    'in Japanese' => ['検潮.png', ['検潮.png', "\x8c\x9f\x92\xaa.png", '%E6%A4%9C%E6%BD%AE.png']],
]);

it('has little to say of a plain name', function () {
    expect(count(Spellings::of('core.html')))->toBe(3);
});
