<?php

declare(strict_types=1);

namespace App\Finding;

use App\Models\Document;
use App\Models\User;
use App\Models\Workspace;
use App\Support\ManyValues;
use App\Workspace\Catalogue\Catalogue;
use App\Workspace\Settings;
use Hafenbuch\Core\Find\Fold;
use Hafenbuch\Core\Find\Names;
use Hafenbuch\Core\Format\FormatRegistry;
use Hafenbuch\Core\Path\Path;
use Hafenbuch\Core\Reference\FieldSite;
use Illuminate\Support\Facades\DB;
use League\MimeTypeDetection\GeneratedExtensionToMimeTypeMap;

/** What can be named in a query: the workspace’s folders, documents, people and states, and every format. */
final class WorkspaceNames implements Names
{
    private const CANDIDATES = 200;

    /** @var ?array<string, string> */
    private ?array $people = null;

    /** @var ?list<string> */
    private ?array $fields = null;

    public function __construct(private readonly Workspace $workspace, private readonly Catalogue $catalogue) {}

    public function kind(string $words): ?string
    {
        foreach (FormatRegistry::standard()->formats as $format) {
            if (Fold::text($format->name()) === Fold::text($words)) {
                return $format->name();
            }
        }
        $ending = strtolower($words);

        return (new GeneratedExtensionToMimeTypeMap)->lookupMimeType($ending) === null ? null : $ending;
    }

    public function folder(string $words): ?string
    {
        return $this->catalogue->folderCalled(trim(Fold::text($words), '/'));
    }

    public function person(string $words): ?string
    {
        $this->people ??= $this->people();

        return $this->people[Fold::text($words)] ?? null;
    }

    public function document(string $words): ?string
    {
        $path = trim($words, '/');
        if (Document::at($this->workspace, $path) !== null) {
            return $path;
        }
        $folded = Fold::text($words);
        // Documents are called by their file’s name, with its ending or without, or by their title.
        $rows = ManyValues::among(Document::query(), 'id', $this->catalogue->find(explode(' ', $folded), self::CANDIDATES))->orderBy('path')->get(['id', 'path', 'title']);

        return $rows->first(static fn (Document $one): bool => in_array($folded, [
            Fold::text(Path::nameOf($one->path)), Fold::text(pathinfo($one->path, PATHINFO_FILENAME)), Fold::text((string) $one->title),
        ], true))?->path;
    }

    public function state(string $words): ?string
    {
        foreach (Settings::of($this->workspace)->chain()->states as $state) {
            if (Fold::text($state->name) === Fold::text($words)) {
                return $state->name;
            }
        }

        return null;
    }

    public function fields(): array
    {
        // Asked at every word.
        return $this->fields ??= [FieldSite::TITLE, ...DB::table('search_fields')->where('workspace_id', $this->workspace->id)->distinct()->pluck('name')->all()];
    }

    /** @return array<string, string> by folded name: the number */
    private function people(): array
    {
        $people = [];
        foreach ($this->workspace->members()->orderBy('users.id')->get() as $person) {
            /** @var User $person */
            $name = Fold::text($person->name);
            $people[$name] = (string) $person->id;
            $people[explode(' ', $name)[0]] ??= (string) $person->id;
        }

        return $people;
    }
}
