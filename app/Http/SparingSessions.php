<?php

declare(strict_types=1);

namespace App\Http;

use Illuminate\Session\DatabaseSessionHandler;

/**
 * Sessions in the database that are written when something in them has changed, and else once a minute: a write to the disk
 * for every question of every page would cost more than the questions.
 */
final class SparingSessions extends DatabaseSessionHandler
{
    private const NOTED_SECONDS = 60;

    /** What changes with every address that is asked for, and that nothing here uses. */
    private const PASSING = '_previous';

    private ?string $known = null;

    private int $seenAt = 0;

    public function read($sessionId): string
    {
        $this->known = null;
        $row = $this->getQuery()->find($sessionId);
        $this->exists = $row !== null;
        if ($row === null || $this->expired($row)) {
            return '';
        }
        $this->seenAt = (int) $row->last_activity;

        return $this->known = (string) base64_decode((string) $row->payload);
    }

    public function write($sessionId, $data): bool
    {
        $isNoted = $this->known !== null && $this->seenAt > now()->getTimestamp() - self::NOTED_SECONDS && self::lasting($this->known) === self::lasting($data);

        return $isNoted || parent::write($sessionId, $data);
    }

    /** @return mixed what of a session is worth keeping */
    private static function lasting(string $data): mixed
    {
        $values = @unserialize($data, ['allowed_classes' => false]);
        if (is_array($values)) {
            unset($values[self::PASSING]);
        }

        return $values;
    }
}
