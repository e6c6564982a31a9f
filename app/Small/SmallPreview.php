<?php

declare(strict_types=1);

namespace App\Small;

use App\Models\Document;
use Hafenbuch\Core\Small\Saving;

/** What a document can do without. */
final readonly class SmallPreview
{
    /**
     * @param  int  $bytes  of the text as it is
     * @param  list<Saving>  $savings
     * @param  ?string  $problem  why nothing can be done
     */
    public function __construct(public Document $document, public int $bytes, public array $savings, public ?string $problem) {}
}
