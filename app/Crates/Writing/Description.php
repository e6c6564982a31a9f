<?php

declare(strict_types=1);

namespace App\Crates\Writing;

use App\Crates\CrateScope;
use App\Crates\Moment;
use App\Crates\PreparedCrate;
use App\Models\Workspace;
use App\Workspace\Settings;
use Hafenbuch\Core\Crate\Bag\BagCheck;
use Hafenbuch\Core\Crate\ContentOrigin;
use Hafenbuch\Core\Crate\CrateDescription;
use Hafenbuch\Core\Crate\CrateEntry;
use Hafenbuch\Core\Crate\PackedReference;

/** Writes crate.json as the files pass by, so that memory does not grow with it. docs/crate.schema.json says what it is. */
final class Description
{
    private const JSON = JSON_THROW_ON_ERROR | JSON_UNESCAPED_SLASHES | JSON_UNESCAPED_UNICODE | JSON_INVALID_UTF8_SUBSTITUTE;

    /** @var resource the lines of documents */
    private $documents;

    private int $count = 0;

    /** @param array<string, list<string>> $lineage by document: the identities that it had elsewhere */
    public function __construct(private readonly Workspace $workspace, private readonly PreparedCrate $prepared, private readonly string $identity, private readonly array $lineage, private readonly ?string $by)
    {
        $this->documents = fopen('php://temp/maxmemory:4194304', 'w+b') ?: throw new \RuntimeException('There is no room for the description of a crate.');
    }

    public function add(PackedFile $packed): void
    {
        $file = $packed->entry->file;
        $isOutside = $file->from === ContentOrigin::Outside;
        fwrite($this->documents, ($this->count++ === 0 ? '' : ",\n").'    '.json_encode([
            'path' => BagCheck::PAYLOAD.$packed->entry->place,
            // Where something lay on the disk of whoever packed it is nobody's business.
            'cameFrom' => $isOutside ? null : $file->end, 'identity' => $file->id, 'lineage' => $this->lineage[$file->id ?? ''] ?? [],
            'title' => $file->title, 'state' => $file->mark?->state, 'revision' => $file->mark?->revision, 'format' => $file->format, 'kind' => $file->kind->value, 'from' => $file->from->value,
            'bytes' => $packed->size, 'sha256' => $packed->hash, 'wasSha256' => $file->hash,
            'references' => array_map(static fn (PackedReference $reference): array => ['raw' => $reference->raw, 'kind' => $reference->kind, 'to' => $reference->to === null ? null : BagCheck::PAYLOAD.$reference->to, 'leadsOut' => $reference->leadsOut?->value], $packed->references),
            'versions' => $packed->versions, 'steps' => $packed->steps,
        ], self::JSON));
    }

    /**
     * @param  list<array{path: string, raw: string, why: string}>  $leadOut  paths in the crate
     * @param  list<array<string, mixed>>  $blanked
     * @return iterable<string>
     */
    public function parts(array $leadOut, array $blanked): iterable
    {
        $plan = $this->prepared->plan;
        $wish = $this->prepared->wish;
        $reading = Settings::of($this->workspace)->ways();
        $head = [
            'format' => CrateDescription::FORMAT, 'version' => CrateDescription::VERSION, 'identity' => $this->identity, 'name' => $wish->name, 'for' => $wish->recipient, 'note' => $wish->note,
            'packedAt' => now()->toIso8601ZuluString(), 'by' => $this->by, 'workspace' => $this->workspace->name, 'moment' => self::moment($wish->scope), 'toBeWorkedOn' => $wish->isLent,
            'complete' => $leadOut === [] && $plan->partlyRead === [], 'reading' => ['charset' => $reading->charset, 'frontMatter' => $reading->frontMatter],
            'chosen' => array_values(array_map(static fn (CrateEntry $entry): string => BagCheck::PAYLOAD.$entry->place, array_filter($plan->packed(), static fn (CrateEntry $entry): bool => $entry->isTop))),
            'leadOut' => array_map(static fn (array $lead): array => ['path' => BagCheck::PAYLOAD.$lead['path'], 'raw' => $lead['raw'], 'why' => $lead['why']], $leadOut),
            'leftOut' => array_map(static fn (CrateEntry $entry): array => ['path' => BagCheck::PAYLOAD.$entry->place, 'cameFrom' => $entry->file->from === ContentOrigin::Outside ? null : $entry->file->end, 'identity' => $entry->file->id, 'bytes' => $entry->file->size, 'sha256' => $entry->file->hash, 'recipe' => $entry->file->recipe, 'why' => $entry->whyOut], $plan->leftOut()),
            'renamed' => array_values(array_map(static fn (CrateEntry $entry): array => ['path' => BagCheck::PAYLOAD.$entry->place, 'was' => $entry->file->from === ContentOrigin::Outside ? null : $entry->file->end, 'why' => $entry->renamed], array_filter($plan->packed(), static fn (CrateEntry $entry): bool => $entry->renamed !== null))),
            'partlyRead' => array_values(array_map(static fn (CrateEntry $entry): string => BagCheck::PAYLOAD.$entry->place, array_filter($plan->packed(), static fn (CrateEntry $entry): bool => ! $entry->file->isReadWhole))),
            'missing' => array_map(static fn (string $place, string|int $path): array => ['path' => BagCheck::PAYLOAD.$place, 'was' => (string) $path], $plan->missing, array_keys($plan->missing)),
            'blanked' => $blanked,
        ];
        $json = json_encode($head, self::JSON | JSON_PRETTY_PRINT);
        yield substr($json, 0, -2).",\n    \"documents\": [\n";
        rewind($this->documents);
        while (! feof($this->documents)) {
            yield (string) fread($this->documents, 1 << 18);
        }
        yield "\n    ]\n}\n";
    }

    private static function moment(CrateScope $scope): string
    {
        return $scope->moment === Moment::Past ? "entry {$scope->entry}" : $scope->moment->value;
    }
}
