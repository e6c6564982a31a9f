<?php

declare(strict_types=1);

namespace App\Crates;

use App\Crates\Writing\ContentsOfCrate;
use App\Models\User;
use App\Models\Workspace;
use App\Workspace\Files\DiskContentStore;
use App\Workspace\Reading\Formats;
use App\Workspace\Settings;
use Hafenbuch\Core\Crate\Secrets\PictureSecret;
use Hafenbuch\Core\Crate\Secrets\PictureSecrets;
use Hafenbuch\Core\Crate\Secrets\SecretChoices;
use Hafenbuch\Core\Crate\Secrets\SecretFinder;
use Hafenbuch\Core\Crate\Secrets\SecretNames;

/** What the files of a crate could give away, each value once. */
final readonly class SecretList
{
    /** So many different values are shown; whoever has more blanks them by their rules. */
    public const VALUES = 1000;

    /** So many places of one value. */
    private const PLACES = 50;

    public function __construct(private DiskContentStore $contents) {}

    /**
     * @return array{secrets: list<FoundSecret>, isCut: bool} the most frequent first; isCut: there are more
     *
     * @throws \App\Support\Refused|\Hafenbuch\Core\Write\UnableToRead
     */
    public function of(Workspace $workspace, User $person, PreparedCrate $prepared): array
    {
        $formats = Formats::of($workspace);
        $finder = new SecretFinder($formats, new SecretNames(Settings::of($workspace)->secretNames()));
        $contents = new ContentsOfCrate($workspace, $person, $prepared->plan, $this->contents, null);
        $found = [];
        $isCut = false;
        foreach ($prepared->plan->packed() as $entry) {
            $path = $entry->file->path();
            if ($entry->file->size > ContentsOfCrate::AT_ONCE || ($formats->forPath($path) === null && ! in_array(strtolower(pathinfo($path, PATHINFO_EXTENSION)), ['jpg', 'jpeg', 'png', 'txt', 'log', 'ini', 'env', 'csv', 'xml', 'xmp', 'srt', 'vtt', 'toml', 'conf'], true))) {
                continue;
            }
            $bytes = $contents->before($entry);
            foreach (PictureSecrets::isOne(substr($bytes, 0, 16)) ? PictureSecrets::find($bytes) : $finder->find($path, $bytes) as $site) {
                $value = $site instanceof PictureSecret ? $site->value : $site->raw;
                $key = SecretChoices::key($site->rule, $value);
                if (! isset($found[$key]) && count($found) >= self::VALUES) {
                    $isCut = true;

                    continue;
                }
                $found[$key] ??= new FoundSecret($site->rule, $value, $site->name);
                $found[$key]->count++;
                if (count($found[$key]->paths) < self::PLACES) {
                    $found[$key]->paths[$path] = true;
                }
            }
        }
        usort($found, static fn (FoundSecret $a, FoundSecret $b): int => [$a->rule->value, -$a->count, $a->value] <=> [$b->rule->value, -$b->count, $b->value]);

        return ['secrets' => $found, 'isCut' => $isCut];
    }
}
