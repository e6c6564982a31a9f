<?php

declare(strict_types=1);

arch('core knows no framework, no SQL and no HTTP')
    ->expect('Hafenbuch\Core')
    ->toOnlyUse(['Hafenbuch\Core']);

arch('core says what its types are')
    ->expect('Hafenbuch\Core')
    ->toUseStrictTypes();

arch('regular expressions cannot fail in silence')
    ->expect('Hafenbuch\Core')
    ->not->toUse(['preg_match', 'preg_match_all', 'preg_replace', 'preg_replace_callback', 'preg_split', 'preg_grep'])
    ->ignoring('Hafenbuch\Core\Text');

arch('references know nothing of formats, plans or writing')
    ->expect('Hafenbuch\Core\Reference')
    ->not->toUse(['Hafenbuch\Core\Format', 'Hafenbuch\Core\Plan', 'Hafenbuch\Core\Write']);

arch('plans write nothing')
    ->expect('Hafenbuch\Core\Plan')
    ->not->toUse([
        'Hafenbuch\Core\Write\Transaction', 'Hafenbuch\Core\Write\Recovery', 'Hafenbuch\Core\Write\FileWork', 'Hafenbuch\Core\Write\FileSystem',
        'Hafenbuch\Core\Write\ContentStore', 'Hafenbuch\Core\Write\Journal', 'Hafenbuch\Core\Write\Operation',
    ]);

arch('plans know of formats only how a content is rewritten')
    ->expect('Hafenbuch\Core\Plan')
    ->not->toUse(['Hafenbuch\Core\Format\FormatRegistry', 'Hafenbuch\Core\Format\Format', 'Hafenbuch\Core\Format\Lexer', 'Hafenbuch\Core\Format\Notation', 'Hafenbuch\Core\Format\Editing', 'Hafenbuch\Core\Format\Markdown']);

arch('copies, names and templates write nothing either')
    ->expect(['Hafenbuch\Core\Copy', 'Hafenbuch\Core\Naming', 'Hafenbuch\Core\Template'])
    ->not->toUse('Hafenbuch\Core\Write');
