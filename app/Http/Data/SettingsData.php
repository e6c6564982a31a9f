<?php

declare(strict_types=1);

namespace App\Http\Data;

use App\Workspace\RetentionReader;
use App\Workspace\Settings;
use Hafenbuch\Core\Naming\CompanionRule;
use OpenApi\Attributes as OA;

/** What a workspace's members have agreed on. */
#[OA\Schema(schema: 'Settings')]
final readonly class SettingsData
{
    /**
     * @param  list<string>  $ignore
     * @param  array<string, string>|\stdClass  $numbering
     * @param  array<string, array<string, mixed>>|\stdClass  $namingRules
     * @param  array<string, mixed>  $retention
     * @param  list<string>  $frontMatter
     * @param  list<string>  $secretNames
     * @param  list<string>  $companions
     * @param  list<string>  $starts
     * @param  list<string>  $stays
     * @param  list<string>  $autoLock
     */
    public function __construct(
        #[OA\Property(items: new OA\Items(type: 'string'), description: 'patterns of the names that a scan leaves out')] public array $ignore,
        #[OA\Property(enum: ['nobody', 'quay', 'everyone'], description: 'who follows a save as')] public string $follow,
        #[OA\Property(description: 'the folder that holds templates')] public ?string $templates,
        #[OA\Property(type: 'object', additionalProperties: new OA\AdditionalProperties(type: 'string'), description: 'scheme by format')] public array|\stdClass $numbering,
        #[OA\Property(type: 'object', additionalProperties: new OA\AdditionalProperties(ref: '#/components/schemas/NamingRule'), description: 'rule by the name under which it is kept')] public array|\stdClass $namingRules,
        #[OA\Property(type: 'object', allOf: [new OA\Schema(ref: '#/components/schemas/RetentionPolicy')])] public array $retention,
        #[OA\Property(description: 'days in which an entry can be taken back at least')] public int $undoDays,
        #[OA\Property(description: 'steps of a document that stay after a save')] public int $steps,
        #[OA\Property(description: 'in which contents are read that say none and are no UTF-8; null: it is guessed')] public ?string $charset,
        #[OA\Property(items: new OA\Items(type: 'string'), description: 'keys of front matter whose values are paths')] public array $frontMatter,
        #[OA\Property(items: new OA\Items(type: 'string'), description: 'names of fields whose values crates should not give away, beside the usual ones')] public array $secretNames,
        #[OA\Property(ref: '#/components/schemas/Incoming')] public IncomingData $incoming,
        #[OA\Property(items: new OA\Items(type: 'string'), description: 'how files are called that belong to a document, with {stem} or {name}; a folder ends with a slash')] public array $companions,
        #[OA\Property(items: new OA\Items(type: 'string'), description: 'the documents from which it is counted what is used')] public array $starts,
        #[OA\Property(items: new OA\Items(type: 'string'), description: 'files that stay although nothing refers to them')] public array $stays,
        #[OA\Property(items: new OA\Items(type: 'string'), description: 'folders in which a document is locked for whoever writes it; “/”: everywhere')] public array $autoLock,
        #[OA\Property(description: 'for how many minutes the holder of a lock must have been gone before others may take it')] public int $lockMinutes,
        #[OA\Property(ref: '#/components/schemas/Chain')] public ChainData $release,
        #[OA\Property(description: 'to be named in If-Match by whoever changes them')] public int $revision,
    ) {}

    public static function of(Settings $settings): self
    {
        return new self($settings->ignore(), $settings->follow(), $settings->templates(), (object) $settings->numbering(), (object) $settings->namingRules(),
            RetentionReader::write($settings->retention()), $settings->undoDays(), $settings->steps(), $settings->charset(), $settings->frontMatter(), $settings->secretNames(), IncomingData::of($settings->incoming()), array_map(static fn (CompanionRule $rule): string => $rule->pattern.($rule->isFolder ? '/' : ''), $settings->companions()), $settings->starts(), $settings->stays(), array_map(static fn (string $folder): string => $folder.'/', $settings->autoLock()), $settings->lockMinutes(), ChainData::of($settings->chain()), $settings->revision());
    }
}
