<?php

declare(strict_types=1);

namespace App\Pictures;

use App\Models\Workspace;

/** Tells which small picture each document has now, and has those drawn that are missing. */
final readonly class PictureDesk
{
    public const MADE = 'made';

    public const WAITING = 'waiting';

    public const CANNOT = 'cannot be shown';

    public const NONE = 'none';

    public const NOTHING = ['state' => self::NONE, 'key' => null, 'why' => null];

    /** Documents that one job draws, so that scans and others come between. */
    private const PORTION = 40;

    public function __construct(private Shown $shown) {}

    /**
     * @param  list<string>  $asked  as Shown takes it
     * @return list<array{state: string, key: ?string, why: ?string}> in the order given
     */
    public function of(Workspace $workspace, array $asked): array
    {
        $folder = new PictureFolder($workspace);
        $shown = $this->shown->of($workspace, $asked);
        $answers = $missing = [];
        foreach ($asked as $one) {
            $key = $shown[$one]->key ?? null;
            $found = $key === null ? null : $folder->look($key);
            if ($key !== null && $found === null && $folder->isMineToDraw($key)) {
                $missing[] = $one;
            }
            $answers[] = match (true) {
                $key === null => self::NOTHING,
                $found === null => ['state' => self::WAITING, 'key' => null, 'why' => null],
                $found['kind'] === null => ['state' => self::CANNOT, 'key' => null, 'why' => $found['why']],
                default => ['state' => self::MADE, 'key' => "{$key}.{$found['kind']}", 'why' => null],
            };
        }
        foreach (array_chunk($missing, self::PORTION) as $portion) {
            DrawPictures::dispatch($workspace->id, $portion);
        }

        return $answers;
    }
}
