<?php

declare(strict_types=1);

namespace App\Workspace;

use App\Models\Operation;
use App\Models\Workspace;
use App\Workspace\Reading\Ways;
use Hafenbuch\Core\Format\Markdown\MarkdownFormat;
use Hafenbuch\Core\Naming\CompanionRule;
use Hafenbuch\Core\Release\Chain;
use Hafenbuch\Core\Retention\Policy;
use Hafenbuch\Core\TakeIn\IncomingRules;
use Illuminate\Support\Facades\DB;

/** What a workspace's members have agreed on; kept with the workspace. */
final readonly class Settings
{
    /** Names that a scan leaves out unless the workspace says otherwise. */
    public const IGNORE = ['.*', 'node_modules'];

    public const FOLLOW = ['nobody', 'quay', 'everyone'];

    private const TRIES = 5;

    private function __construct(private Workspace $workspace) {}

    public static function of(Workspace $workspace): self
    {
        return new self($workspace);
    }

    /** @return list<string> name patterns, with `*` and `?` */
    public function ignore(): array
    {
        return array_values($this->workspace->settings['ignore'] ?? self::IGNORE);
    }

    /** Who follows a save as, unless the person says otherwise. */
    public function follow(): string
    {
        return $this->workspace->settings['follow'] ?? 'nobody';
    }

    /** @return ?string the workspace folder that holds templates */
    public function templates(): ?string
    {
        return $this->workspace->settings['templates'] ?? null;
    }

    /** @return array<string, string> numbering scheme by kind of document */
    public function numbering(): array
    {
        return $this->workspace->settings['numbering'] ?? [];
    }

    /** @return array<string, array<string, mixed>> naming rules for copies, by the name under which they are kept */
    public function namingRules(): array
    {
        return $this->workspace->settings['namingRules'] ?? [];
    }

    /** For how many days an entry can be taken back at least; so long its contents are kept. */
    public function undoDays(): int
    {
        return $this->workspace->settings['undoDays'] ?? 30;
    }

    /** How many steps of a document stay after a save; those of an unsaved draft all do. */
    public function steps(): int
    {
        return $this->workspace->settings['steps'] ?? 500;
    }

    /** Which versions stay. All of them, until someone has chosen otherwise. */
    public function retention(): Policy
    {
        return RetentionReader::policy($this->workspace->settings['retention'] ?? []);
    }

    /** In which contents are read that say none and are no UTF-8; null: it is guessed, and said so. */
    public function charset(): ?string
    {
        return $this->workspace->settings['charset'] ?? null;
    }

    /** @return list<string> keys of front matter whose values are paths */
    public function frontMatter(): array
    {
        return array_values($this->workspace->settings['frontMatter'] ?? MarkdownFormat::PATHS);
    }

    /** What is done with files from elsewhere that documents refer to. */
    public function incoming(): IncomingRules
    {
        return IncomingReader::rules($this->workspace->settings['incoming'] ?? []);
    }

    /** @return list<CompanionRule> how files are called that belong to a document */
    public function companions(): array
    {
        return array_map(CompanionRule::of(...), array_values($this->workspace->settings['companions'] ?? CompanionRule::SHIPPED));
    }

    /** @return list<string> paths of the documents from which it is counted what is used */
    public function starts(): array
    {
        return array_values($this->workspace->settings['starts'] ?? []);
    }

    /** @return list<string> paths of files that stay although nothing refers to them */
    public function stays(): array
    {
        return array_values($this->workspace->settings['stays'] ?? []);
    }

    /** @return list<string> names of fields and keys whose values could give something away, beside the usual ones */
    public function secretNames(): array
    {
        return array_values($this->workspace->settings['secretNames'] ?? []);
    }

    /** Whether others are kept from a document for as long as somebody has an unsaved draft of it. */
    public function isLockedWhileWritten(string $path): bool
    {
        foreach ($this->autoLock() as $folder) {
            if ($folder === '' || str_starts_with($path, $folder.'/')) {
                return true;
            }
        }

        return false;
    }

    /** @return list<string> folders in which a document is locked for whoever writes it; an empty one is the whole workspace */
    public function autoLock(): array
    {
        return array_values($this->workspace->settings['autoLock'] ?? []);
    }

    /** The states through which documents go. */
    public function chain(): Chain
    {
        return ChainReader::chain($this->workspace->settings['release'] ?? null);
    }

    /** For how many minutes the holder of a lock must have been gone before others may take it. */
    public function lockMinutes(): int
    {
        return $this->workspace->settings['lockMinutes'] ?? 120;
    }

    public function ways(): Ways
    {
        return new Ways($this->charset(), $this->frontMatter());
    }

    /** Rises with every change. */
    public function revision(): int
    {
        return $this->workspace->settings_revision;
    }

    /**
     * Keeps an answer that somebody gave, as the beginning for the next who is asked; no rule changes.
     *
     * @param  array{follow?: string, starts?: list<string>}  $answers
     */
    public function remember(array $answers): void
    {
        DB::transaction(function () use ($answers): void {
            $now = Workspace::query()->lockForUpdate()->findOrFail($this->workspace->id);
            $now->update(['settings' => [...$now->settings, ...$answers]]);
        }, self::TRIES);
        $this->workspace->refresh();
    }

    /**
     * Changes some of the settings, which the logbook notes; what others have changed meanwhile stays.
     *
     * @param  array<string, mixed>  $values
     * @param  ?int  $revision  that the values were made on; null: whatever it is
     *
     * @throws SettingsChanged
     */
    public function set(array $values, By $by, ?int $revision = null): void
    {
        $kind = array_key_exists('retention', $values) ? Operation::RETENTION : Operation::RULES;
        RuleEntry::of($this->workspace, $by, $kind, function () use ($values, $revision): array {
            $now = Workspace::query()->lockForUpdate()->findOrFail($this->workspace->id);
            if ($revision !== null && $now->settings_revision !== $revision) {
                throw SettingsChanged::to($now->settings_revision);
            }
            $after = [...$now->settings, ...$values];
            $words = SettingWords::of($now->settings, $after);
            $now->update(['settings' => $after, 'settings_revision' => $now->settings_revision + 1]);

            return [...$words, 'result' => null];
        });
        $this->workspace->refresh();
    }
}
