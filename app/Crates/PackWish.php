<?php

declare(strict_types=1);

namespace App\Crates;

use App\Crates\Writing\SecretBlanking;
use App\Models\Workspace;
use App\Workspace\Reading\Formats;
use Hafenbuch\Core\Crate\PackChoices;
use Hafenbuch\Core\Crate\Secrets\SecretChoices;
use Hafenbuch\Core\Crate\Secrets\SecretFinder;
use Hafenbuch\Core\Crate\Secrets\SecretNames;

/** All that a person says about a crate before it is packed. */
final readonly class PackWish
{
    /**
     * @param  string  $name  of the crate, 1 to 120 characters in a line
     * @param  ?string  $recipient  for whom it is
     * @param  bool  $isLent  whether it is to be worked on, so that its documents are lent
     * @param  bool  $withVersions  whether the versions of its documents go along
     * @param  array<string, mixed>  $given  the same as a request gives it, to be kept with the crate
     */
    public function __construct(
        public string $name,
        public CrateScope $scope,
        public PackChoices $choices = new PackChoices,
        public ?string $recipient = null,
        public ?string $note = null,
        public bool $isLent = false,
        public bool $withVersions = false,
        public bool $isDeflated = false,
        public SecretChoices $secrets = new SecretChoices,
        public array $given = [],
    ) {}

    /** @return ?SecretBlanking null: the contents stay as they are, but for their references */
    public function blanking(Workspace $workspace): ?SecretBlanking
    {
        if ($this->secrets->isEmpty()) {
            return null;
        }
        $formats = Formats::of($workspace);

        return new SecretBlanking($formats, new SecretFinder($formats, new SecretNames($this->secrets->own)), $this->secrets);
    }
}
