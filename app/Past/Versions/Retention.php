<?php

declare(strict_types=1);

namespace App\Past\Versions;

use App\Models\Document;
use App\Models\Workspace;
use App\Past\Store\Inventory;
use App\Past\Store\Roots;
use App\Support\ManyValues;
use App\Support\Refused;
use App\Workspace\Files\DiskContentStore;
use App\Workspace\Pulse;
use App\Workspace\Settings;
use Hafenbuch\Core\Retention\Policy;
use Hafenbuch\Core\Retention\VersionFact;
use Illuminate\Support\Facades\DB;

/** Lets go of versions as the workspace has agreed, or as a person says by hand. */
final readonly class Retention
{
    private const DOCUMENTS_AT_ONCE = 500;

    public function __construct(private Roots $roots, private DiskContentStore $contents, private Inventory $inventory) {}

    /** What would go, before anything does. */
    public function preview(Workspace $workspace, Policy $policy): ThinningPreview
    {
        $preview = new ThinningPreview;
        $going = [];
        foreach ($this->thinnings($workspace, $policy) as $thinning) {
            $preview->add($thinning);
            foreach ($thinning->hashes as $hash) {
                $going[(string) hex2bin($hash)] = true;
            }
        }
        if ($going !== []) {
            $this->count($workspace, $policy, $preview, $going);
        }

        return $preview;
    }

    /**
     * Contents that something else refers to come free later, or never.
     *
     * @param  array<string, true>  $going  by hash, in bytes
     */
    private function count(Workspace $workspace, Policy $policy, ThinningPreview $preview, array $going): void
    {
        $stays = [];
        foreach ($this->roots->withoutVersions() as $root) {
            $key = (string) hex2bin($root->hash);
            if (isset($going[$key])) {
                $stays[$key] = str_starts_with($root->what, 'entry ') ? 'entry' : 'else';
            }
        }
        foreach ($this->staying($workspace, $policy) as $hash) {
            $stays[(string) hex2bin($hash)] = 'else';
        }
        foreach (array_keys($going) as $key) {
            $size = $this->contents->size(bin2hex((string) $key)) ?? 0;
            match ($stays[$key] ?? null) {
                null => $preview->bytes += $size,
                'entry' => $preview->laterBytes += $size,
                default => null,
            };
        }
    }

    /**
     * The contents of versions that stay, here and in other workspaces.
     *
     * @return iterable<string> hashes
     */
    private function staying(Workspace $workspace, Policy $policy): iterable
    {
        foreach ($this->documents($workspace) as $document) {
            $gone = array_fill_keys($policy->ruleFor($document['path'], $document['format'])->thinned($document['facts'], time()), true);
            foreach ($document['hashes'] as $number => $hash) {
                if (! isset($gone[$number])) {
                    yield $hash;
                }
            }
        }
        $elsewhere = DB::table('versions')->join('documents', 'documents.id', '=', 'document_id')->where('workspace_id', '!=', $workspace->id);
        foreach ($elsewhere->distinct()->pluck('hash') as $hash) {
            yield $hash;
        }
    }

    /** @return int how many versions went */
    public function apply(Workspace $workspace): int
    {
        $gone = 0;
        foreach ($this->thinnings($workspace, Settings::of($workspace)->retention()) as $thinning) {
            foreach (ManyValues::portions($thinning->numbers) as $numbers) {
                // A label that was given meanwhile holds.
                $gone += DB::table('versions')->where('document_id', $thinning->documentId)->whereIn('number', $numbers)->whereNull('label')->delete();
            }
        }
        if ($gone > 0) {
            Pulse::tell($workspace, Pulse::DOCUMENTS);
            $this->inventory->sweep();
        }

        return $gone;
    }

    /**
     * Lets some versions of one document go, by hand.
     *
     * @param  list<int>  $numbers
     *
     * @throws Refused
     */
    public function thin(Document $document, array $numbers): int
    {
        $facts = [];
        foreach ($this->documents($document->workspace, [$document->id]) as $one) {
            $facts = $one['facts'];
        }
        $newest = $facts === [] ? 0 : $facts[count($facts) - 1]->number;
        foreach ($facts as $fact) {
            if (! in_array($fact->number, $numbers, true)) {
                continue;
            }
            $why = match (true) {
                $fact->number === 0 => 'is the content as found, which always stays',
                $fact->number === $newest => 'is the newest, which always stays',
                $fact->isLabelled => 'has a label. Take the label away first, if it is to go',
                $fact->isNeeded => 'is what the draft, or one that a session has kept, was begun on. Save or discard the draft or delete the session first',
                default => null,
            };
            if ($why !== null) {
                throw Refused::because("Version {$fact->number} of {$document->path} {$why}. Nothing was thinned out.");
            }
        }
        $gone = DB::table('versions')->where('document_id', $document->id)->whereIn('number', $numbers)->delete();
        Pulse::changed($document->workspace, [$document->id]);

        return $gone;
    }

    /** @return iterable<Thinning> */
    private function thinnings(Workspace $workspace, Policy $policy): iterable
    {
        foreach ($this->documents($workspace) as $id => $document) {
            $numbers = $policy->ruleFor($document['path'], $document['format'])->thinned($document['facts'], time());
            if ($numbers !== []) {
                $hashes = array_values(array_unique(array_intersect_key($document['hashes'], array_fill_keys($numbers, true))));
                yield new Thinning((string) $id, $document['path'], $numbers, $hashes, count($document['facts']) - count($numbers));
            }
        }
    }

    /**
     * Documents with at least two versions.
     *
     * @param  ?list<string>  $only
     * @return iterable<string, array{path: string, format: string, facts: list<VersionFact>, hashes: array<int, string>}> by id
     */
    private function documents(Workspace $workspace, ?array $only = null): iterable
    {
        $ids = $only ?? DB::table('versions')->join('documents', 'documents.id', '=', 'document_id')->where('workspace_id', $workspace->id)
            ->groupBy('document_id')->havingRaw('count(*) > 1')->pluck('document_id')->all();
        foreach (array_chunk($ids, self::DOCUMENTS_AT_ONCE) as $chunk) {
            $documents = ManyValues::among(DB::table('documents')->leftJoin('drafts', 'drafts.document_id', '=', 'documents.id'), 'documents.id', $chunk)->get(['documents.id', 'path', 'format', 'base_hash'])->keyBy('id');
            $begunOn = array_fill_keys(ManyValues::among(DB::table('session_items'), 'document_id', $chunk)->whereNotNull('base_hash')->pluck('base_hash')->all(), true);
            $found = [];
            foreach (ManyValues::among(DB::table('versions'), 'document_id', $chunk)->orderBy('document_id')->orderBy('number')->selectRaw('document_id, number, hash, label, unix_timestamp(at) as at')->cursor() as $version) {
                $document = $documents[$version->document_id];
                $found[$version->document_id] ??= ['path' => $document->path, 'format' => $document->format, 'facts' => [], 'hashes' => []];
                $found[$version->document_id]['facts'][] = new VersionFact($version->number, (int) $version->at, $version->label !== null, $version->hash === $document->base_hash || isset($begunOn[$version->hash]));
                $found[$version->document_id]['hashes'][$version->number] = $version->hash;
            }
            yield from $found;
        }
    }
}
