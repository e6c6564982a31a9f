<?php

declare(strict_types=1);

namespace Hafenbuch\Core\Crate;

use Hafenbuch\Core\Reference\TargetKind;

/** In which way a reference leads out of a crate. */
enum LeadKind: string
{
    case Missing = 'missing';
    case Outside = 'outside';
    case Web = 'web';
    case Device = 'device';

    public static function of(TargetKind $kind): ?self
    {
        return match ($kind) {
            TargetKind::Outside => self::Outside,
            TargetKind::Web => self::Web,
            TargetKind::Device => self::Device,
            TargetKind::Self => null,
            TargetKind::File, TargetKind::Folder, TargetKind::Nothing => self::Missing,
        };
    }

    /** Whether it is missed where the crate is opened, so that somebody must have said that it may be. */
    public function mustBeSettled(): bool
    {
        return $this === self::Missing || $this === self::Outside;
    }

    public function why(): string
    {
        return match ($this) {
            self::Missing => 'there is no file',
            self::Outside => 'it lies outside of the workspace',
            self::Web => 'it is in the web',
            self::Device => 'it is a device',
        };
    }
}
