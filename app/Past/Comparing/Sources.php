<?php

declare(strict_types=1);

namespace App\Past\Comparing;

use App\Drafts\Steps;
use App\Drafts\WorkingContent;
use App\Models\Document;
use App\Models\DraftStep;
use App\Models\RecoveryPoint;
use App\Models\RecoveryPointItem;
use App\Models\SessionItem;
use App\Models\User;
use App\Models\Version;
use App\Support\Refused;
use App\Workspace\Files\DiskContentStore;
use App\Workspace\Files\WorkspaceFiles;
use Illuminate\Support\Carbon;
use Symfony\Component\HttpKernel\Exception\NotFoundHttpException;

/** Finds the contents that a document has and had. */
final readonly class Sources
{
    public const PATTERN = 'draft|file|base|(?:version|point|step|session)-\d{1,18}|'.ToldContent::PATTERN;

    public function __construct(private DiskContentStore $contents, private WorkingContent $working, private Steps $steps) {}

    /** @throws NotFoundHttpException|Refused|\Hafenbuch\Core\Write\UnableToRead */
    public function of(Document $document, string $name, User $person): Source
    {
        [$kind, $number] = [...explode('-', $name, 2), '0'];

        return match ($kind) {
            'draft' => $this->draft($document),
            'file' => $this->file($document),
            'base' => $this->base($document),
            'version' => $this->version($document, (int) $number),
            'point' => $this->point($document, (int) $number, $person),
            'step' => $this->step($document, (int) $number),
            'session' => $this->session($document, (int) $number, $person),
            'told' => $this->told($document, $number),
            default => throw new NotFoundHttpException,
        };
    }

    public function bytes(Source $source): string
    {
        return $this->contents->sound($source->hash);
    }

    private function draft(Document $document): Source
    {
        $draft = $document->draft;
        $label = $draft === null ? 'as saved' : 'draft';

        return new Source($document, 'draft', $label, $this->contents->putBytes($this->working->bytes($document)), self::time($draft?->updated_at));
    }

    private function file(Document $document): Source
    {
        if ($document->saved_hash === null || $document->is_gone) {
            throw Refused::because("{$document->path} has no file".($document->is_gone ? ' any more' : ' yet').'.');
        }
        $files = WorkspaceFiles::of($document->workspace);
        $hash = $this->contents->hold($document->saved_hash) ? $document->saved_hash : $this->contents->put($files->open($document->path));
        $stat = $files->stat($document->path);

        return new Source($document, 'file', 'the file', $hash, $stat === null ? null : self::time(Carbon::createFromTimestampUTC($stat->writtenAt)));
    }

    private function base(Document $document): Source
    {
        $hash = $document->draft->base_hash ?? null;
        if ($hash === null || ! $this->contents->has($hash)) {
            throw Refused::because("What the draft of {$document->path} was begun on is not kept.");
        }

        return new Source($document, 'base', 'what the draft was begun on', $hash);
    }

    private function version(Document $document, int $number): Source
    {
        $version = $document->versions()->with('person')->where('number', $number)->first() ?? throw new NotFoundHttpException;
        $label = $number === 0 ? 'as found' : "version {$number}";

        return new Source($document, "version-{$number}", self::labelled($label, $version), $version->hash, self::time($version->at), $version->person?->name);
    }

    private static function labelled(string $label, Version $version): string
    {
        return $version->label === null ? $label : "{$label}, “{$version->label}”";
    }

    private function point(Document $document, int $id, User $person): Source
    {
        $point = RecoveryPoint::query()->where('user_id', $person->id)->where('workspace_id', $document->workspace_id)->find($id) ?? throw new NotFoundHttpException;
        $item = RecoveryPointItem::query()->where('recovery_point_id', $point->id)->where('document_id', $document->id)->first() ?? throw new NotFoundHttpException;

        return new Source($document, "point-{$id}", 'recovery point', $item->hash, self::time($point->at), $person->name);
    }

    private function step(Document $document, int $id): Source
    {
        $step = DraftStep::query()->with('person')->where('document_id', $document->id)->find($id) ?? throw new NotFoundHttpException;
        $hash = $this->contents->hold($step->hash) ? $step->hash : $this->contents->putBytes($this->steps->bytes($step));

        return new Source($document, "step-{$id}", "step “{$step->summary}”", $hash, self::time($step->at), $step->person?->name);
    }

    /** The draft that a session has kept of the document, or of what it has become. */
    private function session(Document $document, int $item, User $person): Source
    {
        $kept = SessionItem::query()->with('stage.session.person')->where('workspace_id', $document->workspace_id)
            ->whereHas('stage.session', static fn ($session) => $session->readableBy($person))->find($item);
        if ($kept?->draft_hash === null) {
            throw new NotFoundHttpException;
        }
        $session = $kept->stage->session;

        return new Source($document, "session-{$item}", "session “{$session->name}”, stage {$kept->stage->number}", $kept->draft_hash, self::time($kept->stage->at), $session->person->name);
    }

    private function told(Document $document, string $said): Source
    {
        $hash = ToldContent::hash($document, $said) ?? throw new NotFoundHttpException;
        if (! $this->contents->has($hash)) {
            throw Refused::because('That content is not kept any more. Ask for the comparison again.');
        }

        return new Source($document, "told-{$said}", 'as it would be', $hash);
    }

    private static function time(?Carbon $at): ?string
    {
        return $at?->toIso8601ZuluString('millisecond');
    }
}
