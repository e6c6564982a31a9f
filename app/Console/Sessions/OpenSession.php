<?php

declare(strict_types=1);

namespace App\Console\Sessions;

use App\Models\SessionItem;
use App\Sessions\Opening;
use App\Sessions\SessionList;
use App\Sessions\StageReader;
use App\Support\Refused;
use Hafenbuch\Core\Session\OpeningLine;
use Hafenbuch\Core\Session\Take;
use Hafenbuch\Core\Session\Way;
use Hafenbuch\Core\Session\Wish;
use Symfony\Component\Console\Exception\InvalidOptionException;

final class OpenSession extends SessionCommand
{
    protected $signature = 'session:open {session} {--stage= : A former one, by its number} {--add : To what is open, in place of instead of it} {--only=* : Only this document, by its path} {--take=* : Where there is a choice: PATH=now, PATH=session or PATH=version} {--with-settings : Its settings and views too, where it is added} {--without-settings : Leave the settings and views as they are} {--plan : Only say what would happen}';

    protected $description = 'Open a session again, whole or in part';

    public function handle(SessionList $sessions, StageReader $reader, Opening $opening): int
    {
        $person = $this->whose();
        $stage = $this->stage($sessions, $person);
        $wish = $this->wish($reader->items($stage, $person));
        $withSettings = ! $this->option('without-settings') && ($wish->way === Way::Instead || (bool) $this->option('with-settings'));
        ['keptAs' => $keptAs, 'plan' => $plan] = $this->option('plan') ? ['keptAs' => null, 'plan' => $opening->plan($person, $stage, $wish)] : $opening->open($person, $stage, $wish, $withSettings);
        $lines = array_map(static fn (OpeningLine $line): array => ['path' => $line->path, 'does' => $line->does->value, 'reason' => $line->reason], $plan->lines);

        return $this->answer(['keptAs' => $keptAs, 'lines' => $lines], [
            ...array_map(static fn (array $line): string => sprintf('%-40s %s  (%s)', $line['does'], $line['path'], $line['reason']), $lines),
            ucfirst($plan->words()).'.', ...($keptAs === null ? [] : ["What was open is kept as “{$keptAs}”."]),
        ]);
    }

    /** @param list<SessionItem> $items */
    private function wish(array $items): Wish
    {
        $keys = [];
        foreach ($items as $item) {
            $keys[$item->path][] = $item->id;
        }
        $of = static fn (string $path): array => $keys[$path] ?? throw Refused::because("The session has no document {$path}. See session:show.");
        $only = array_values(array_map(strval(...), (array) $this->option('only')));
        $takes = [];
        foreach ((array) $this->option('take') as $given) {
            $parts = explode('=', strrev((string) $given), 2);
            $take = Take::tryFrom(strrev($parts[0])) ?? throw new InvalidOptionException("--take is PATH=now, PATH=session or PATH=version; “{$given}” is none of them.");
            $takes += array_fill_keys($of(strrev($parts[1] ?? '')), $take);
        }

        return new Wish($this->option('add') ? Way::Add : Way::Instead, $only === [] ? null : array_fill_keys(array_merge(...array_map($of, $only)), true), $takes);
    }
}
