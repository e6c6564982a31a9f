<?php

declare(strict_types=1);

namespace App\Quay;

use OpenApi\Attributes as OA;

/** A document as a row of the quay: its state on the four axes. */
#[OA\Schema(schema: 'DocumentRow')]
final readonly class DocumentRow
{
    /**
     * @param  ?string  $because  the path that makes it unsettled or a stray
     * @param  list<string>  $refersTo  ids of open documents that its working content refers to
     */
    public function __construct(
        #[OA\Property] public string $id,
        #[OA\Property] public string $path,
        #[OA\Property] public ?string $title,
        #[OA\Property] public string $format,
        #[OA\Property(enum: ['new', 'modified', 'as saved'])] public string $content,
        #[OA\Property(enum: ['settled', 'unsettled', 'stray'])] public string $below,
        #[OA\Property] public ?string $because,
        #[OA\Property(description: 'how many references away that is')] public ?int $distance,
        #[OA\Property(enum: ['there', 'changed outside', 'gone'])] public ?string $file,
        #[OA\Property] public string $access,
        #[OA\Property(description: 'whether the reader has locked it')] public bool $lockedByYou,
        #[OA\Property(description: 'bytes of the working content')] public ?int $size,
        #[OA\Property(description: 'rises with every change of the working content')] public int $revision,
        #[OA\Property(description: 'what differs from the saved content, in words')] public ?string $changeWords,
        #[OA\Property(format: 'date-time', description: 'when the draft was last kept')] public ?string $draftAt,
        #[OA\Property(description: 'who last wrote the draft')] public ?string $draftBy,
        #[OA\Property(items: new OA\Items(type: 'string'))] public array $refersTo,
        #[OA\Property(description: 'to whom it is lent in a crate, and since when')] public ?string $lent = null,
        #[OA\Property(description: 'why the reader may not write it, whatever its file allows')] public ?string $withheld = null,
        #[OA\Property(description: 'in the chain of states; null: nobody has moved it yet')] public ?string $state = null,
        #[OA\Property(description: 'its revision in that chain, as A or 1.0')] public ?string $issue = null,
    ) {}
}
