<?php

declare(strict_types=1);

namespace App\Crates;

use App\Models\Document;
use App\Models\Operation;
use App\Models\SessionItem;
use App\Models\User;
use App\Models\Workspace;
use App\Past\AsOf\AsOfDesk;
use App\Quay\Quay;
use App\Relink\EndReader;
use App\Sessions\SessionList;
use App\Sessions\StageReader;
use App\Support\ManyValues;
use App\Support\Refused;
use App\Workspace\Settings;
use Carbon\Exceptions\InvalidFormatException;
use Hafenbuch\Core\Crate\Layout;
use Hafenbuch\Core\Crate\LeadKind;
use Hafenbuch\Core\Crate\LeaveOut;
use Hafenbuch\Core\Crate\PackChoices;
use Hafenbuch\Core\Crate\Secrets\SecretChoices;
use Hafenbuch\Core\Crate\Secrets\SecretRule;
use Hafenbuch\Core\Path\Path;
use Hafenbuch\Core\TakeIn\MediaKind;
use Illuminate\Support\Carbon;

/** Reads what a person wants of a crate, as a page sends it and as it is kept with crates and under names. */
final readonly class PackWishReader
{
    private const RULES = 100;

    private const TEXT = 2000;

    public function __construct(private SessionList $sessions, private StageReader $stages) {}

    /**
     * @param  array<mixed>  $given
     * @param  ?string  $name  in place of that which is given
     *
     * @throws Refused where something is not as it must be
     */
    public function read(Workspace $workspace, User $person, array $given, ?string $name = null): PackWish
    {
        $moment = Moment::tryFrom($this->text($given, 'moment', 20) ?? Moment::Working->value) ?? throw self::wrong('moment', 'must be one of '.implode(', ', array_column(Moment::cases(), 'value')));
        $at = $this->text($given, 'at', 40);
        $entry = $moment === Moment::Past && $at !== null ? $this->entryAt($workspace, $at) : $given['entry'] ?? 0;
        if ($moment === Moment::Past && (! is_int($entry) || $entry < 0 || $entry > (int) Operation::query()->where('workspace_id', $workspace->id)->max('number'))) {
            throw self::wrong('entry', 'must be the number of an entry of the logbook');
        }
        $scope = new CrateScope(
            $this->texts($given, 'paths', Path::PATH_BYTES), array_map($this->folder(...), $this->texts($given, 'folders', Path::PATH_BYTES)), $moment, is_int($entry) ? $entry : 0,
            $this->isYes($given, 'withUnused'), $this->isYes($given, 'withCompanions', true), $this->texts($given, 'outside', Path::PATH_BYTES), $this->isYes($given, 'withAllOutside'), $this->documents($workspace, $person, $given),
        );
        // Only what is understood is kept.
        $kept = array_intersect_key($given, array_flip(['documents', 'paths', 'folders', 'open', 'session', 'moment', 'entry', 'at', 'withUnused', 'withCompanions', 'outside', 'withAllOutside', 'layout', 'leaveOut', 'leaveOutMadeAgain', 'files', 'acceptedKinds', 'accepted', 'blank', 'secrets', 'withVersions', 'deflate', 'handles', 'lent', 'for', 'note']));

        return new PackWish(
            CrateName::of($name ?? $this->text($given, 'name', CrateName::LENGTH) ?? ''), $scope, $this->choices($given), $this->text($given, 'for', 200), $this->text($given, 'note', self::TEXT),
            $this->isYes($given, 'lent'), $this->isYes($given, 'withVersions'), $this->isYes($given, 'deflate'), $this->secrets($workspace, $given), $kept,
        );
    }

    private function entryAt(Workspace $workspace, string $at): int
    {
        try {
            return AsOfDesk::entryAt($workspace, Carbon::parse($at)->utc());
        } catch (InvalidFormatException) {
            throw self::wrong('at', 'must be a moment, as 2026-05-01T12:00:00Z');
        }
    }

    /**
     * @param  array<mixed>  $given
     * @return list<string> ids
     */
    private function documents(Workspace $workspace, User $person, array $given): array
    {
        $ids = $this->texts($given, 'documents', 26);
        if ($this->isYes($given, 'open')) {
            array_push($ids, ...(new Quay($workspace, $person))->all());
        }
        $session = $this->text($given, 'session', 120);
        if ($session !== null) {
            $items = $this->stages->items($this->sessions->stage($this->sessions->named($person, $session)), $person);
            array_push($ids, ...array_filter(array_map(static fn (SessionItem $item): ?string => $item->workspace_id === $workspace->id ? $item->document_id : null, $items)));
        }
        $there = [];
        foreach (ManyValues::portions(array_values(array_unique($ids))) as $some) {
            $there += ManyValues::among(Document::query(), 'id', $some)->where('workspace_id', $workspace->id)->pluck('id', 'id')->all();
        }

        return array_values(array_filter($ids, static fn (string $id): bool => isset($there[$id])));
    }

    /** @param array<mixed> $given */
    private function choices(array $given): PackChoices
    {
        $files = $kinds = $ends = [];
        foreach ($this->objects($given, 'files') as $place => $file) {
            $files[EndReader::read($this->text($file, 'path', Path::PATH_BYTES) ?? throw self::wrong("files.{$place}.path", 'is missing'))] = $this->isYes($file, 'in');
        }
        foreach ($this->texts($given, 'acceptedKinds', 20) as $kind) {
            $kinds[LeadKind::tryFrom($kind)->value ?? throw self::wrong('acceptedKinds', 'must be of '.implode(', ', array_column(LeadKind::cases(), 'value')))] = true;
        }
        foreach ($this->texts($given, 'accepted', Path::PATH_BYTES) as $end) {
            $ends[EndReader::read($end)] = true;
        }
        $handles = $given['handles'] ?? null;
        if ($handles !== null && ((! is_int($handles) && ! is_float($handles)) || $handles < 0 || $handles > 3600)) {
            throw self::wrong('handles', 'must be seconds, at most 3600, or nothing');
        }
        $layout = Layout::tryFrom($this->text($given, 'layout', 20) ?? Layout::AsIs->value) ?? throw self::wrong('layout', 'must be one of '.implode(', ', array_column(Layout::cases(), 'value')));

        return new PackChoices($layout, array_map($this->leaveOut(...), $this->objects($given, 'leaveOut', self::RULES)), $this->isYes($given, 'leaveOutMadeAgain'), $files, $kinds, $ends, $handles === null ? null : (float) $handles);
    }

    /** @param array<mixed> $rule */
    private function leaveOut(array $rule): LeaveOut
    {
        $kind = $this->text($rule, 'kind', 20);
        $largerThan = $rule['largerThan'] ?? null;
        if (($kind !== null && MediaKind::tryFrom($kind) === null) || ($largerThan !== null && (! is_int($largerThan) || $largerThan < 0))) {
            throw self::wrong('leaveOut', 'must have a kind of '.implode(', ', array_column(MediaKind::cases(), 'value')).' and a number of bytes, where it has them');
        }
        $folder = $this->text($rule, 'folder', Path::PATH_BYTES);

        return new LeaveOut($this->text($rule, 'glob', 400), $kind === null ? null : MediaKind::from($kind), $folder === null ? null : $this->folder($folder), $largerThan);
    }

    /** @param array<mixed> $given */
    private function secrets(Workspace $workspace, array $given): SecretChoices
    {
        $rules = $values = [];
        foreach ($this->texts($given, 'blank', 20) as $rule) {
            $rules[$this->rule($rule, 'blank')->value] = true;
        }
        foreach ($this->objects($given, 'secrets') as $place => $secret) {
            $with = $secret['with'] ?? null;
            if ($with !== null && (! is_string($with) || strlen($with) > self::TEXT || ! mb_check_encoding($with, 'UTF-8'))) {
                throw self::wrong("secrets.{$place}.with", 'must be a text, or nothing where it stays');
            }
            $values[SecretChoices::key($this->rule((string) $this->text($secret, 'rule', 20), "secrets.{$place}.rule"), (string) $this->text($secret, 'value', 100_000))] = $with;
        }

        return new SecretChoices($rules, $values, Settings::of($workspace)->secretNames());
    }

    private function rule(string $name, string $where): SecretRule
    {
        return SecretRule::tryFrom($name) ?? throw self::wrong($where, 'must be one of '.implode(', ', array_column(SecretRule::cases(), 'value')));
    }

    private function folder(string $folder): string
    {
        $folder = trim($folder, '/');

        return $folder === '' || $folder === '.' ? '' : Path::of($folder)->value;
    }

    /** @param array<mixed> $given */
    private function isYes(array $given, string $key, bool $otherwise = false): bool
    {
        $value = $given[$key] ?? $otherwise;

        return is_bool($value) ? $value : throw self::wrong($key, 'must be true or false');
    }

    /** @param array<mixed> $given */
    private function text(array $given, string $key, int $most): ?string
    {
        $value = $given[$key] ?? null;
        if ($value === null || $value === '') {
            return null;
        }

        return is_string($value) && mb_check_encoding($value, 'UTF-8') && mb_strlen($value) <= $most ? $value : throw self::wrong($key, "must be a text of at most {$most} characters");
    }

    /**
     * @param  array<mixed>  $given
     * @return list<string>
     */
    private function texts(array $given, string $key, int $length): array
    {
        $texts = [];
        foreach ($this->list($given, $key, (int) config('limits.decisions')) as $text) {
            $texts[] = is_string($text) && mb_check_encoding($text, 'UTF-8') && strlen($text) <= $length ? $text : throw self::wrong($key, "must be texts of at most {$length} characters");
        }

        return $texts;
    }

    /**
     * @param  array<mixed>  $given
     * @return list<array<mixed>>
     */
    private function objects(array $given, string $key, ?int $most = null): array
    {
        return array_map(static fn (mixed $one): array => is_array($one) ? $one : throw self::wrong($key, 'must be a list of objects'), $this->list($given, $key, $most ?? (int) config('limits.decisions')));
    }

    /**
     * @param  array<mixed>  $given
     * @return list<mixed>
     */
    private function list(array $given, string $key, int $most): array
    {
        $list = $given[$key] ?? [];

        return is_array($list) && array_is_list($list) && count($list) <= $most ? $list : throw self::wrong($key, "must be a list of at most {$most} entries");
    }

    private static function wrong(string $where, string $why): Refused
    {
        return Refused::because("The field {$where} {$why}.");
    }
}
