<?php

declare(strict_types=1);

namespace App\Http\Data;

use App\Workspace\IncomingReader;
use Hafenbuch\Core\TakeIn\IncomingRules;
use OpenApi\Attributes as OA;

/** What is done with files from elsewhere. */
#[OA\Schema(schema: 'Incoming')]
final readonly class IncomingData
{
    /**
     * @param  list<IncomingRuleData>  $rules
     * @param  list<string>  $ours
     */
    public function __construct(
        #[OA\Property(items: new OA\Items(ref: '#/components/schemas/IncomingRule'), description: 'the first that fits counts')] public array $rules,
        #[OA\Property(items: new OA\Items(type: 'string'), description: 'folders whose files count as the workspace’s own')] public array $ours,
    ) {}

    public static function of(IncomingRules $rules): self
    {
        $written = IncomingReader::write($rules);

        return new self(array_map(static fn (array $rule): IncomingRuleData => new IncomingRuleData($rule['kind'], $rule['from'], $rule['where'], $rule['folder']), $written['rules']), $written['ours']);
    }
}
