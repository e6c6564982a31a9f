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

    /** Documents that one job draws, so that scans and others come between. */
    private const PORTION = 40;

    public function __construct(private Shown $shown) {}

    /**
     * @param  list<string>  $ids
     * @return list<array{document: string, state: string, key: ?string, why: ?string}> in the order given
     */
    public function of(Workspace $workspace, array $ids): array
    {
        $folder = new PictureFolder($workspace);
        $shown = $this->shown->of($workspace, $ids);
        $answers = $missing = [];
        foreach ($ids as $id) {
            $key = $shown[$id]['key'] ?? null;
            $found = $key === null ? null : $folder->look($key);
            if ($key !== null && $found === null && $folder->isMineToDraw($key)) {
                $missing[] = $id;
            }
            $answers[] = match (true) {
                $key === null => ['document' => $id, 'state' => self::NONE, 'key' => null, 'why' => null],
                $found === null => ['document' => $id, 'state' => self::WAITING, 'key' => null, 'why' => null],
                $found['kind'] === null => ['document' => $id, 'state' => self::CANNOT, 'key' => null, 'why' => $found['why']],
                default => ['document' => $id, 'state' => self::MADE, 'key' => "{$key}.{$found['kind']}", 'why' => null],
            };
        }
        foreach (array_chunk($missing, self::PORTION) as $portion) {
            DrawPictures::dispatch($workspace->id, $portion);
        }

        return $answers;
    }
}
