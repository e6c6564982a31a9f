<?php

declare(strict_types=1);

arch('controllers ask services and touch no files')
    ->expect('App\Http\Controllers')
    ->not->toUse(['Hafenbuch\Core\Write\Transaction', 'Hafenbuch\Core\Write\Recovery', 'file_put_contents', 'rename', 'unlink']);

arch('services know nothing of requests')
    ->expect(['App\Files', 'App\Index', 'App\Drafts', 'App\Saving'])
    ->not->toUse('Illuminate\Http');

arch('nothing is left in that stops or prints')
    ->expect(['App', 'Hafenbuch\Core'])
    ->not->toUse(['dd', 'dump', 'var_dump', 'die']);
