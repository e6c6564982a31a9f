<?php

declare(strict_types=1);

namespace App\Relink;

use Hafenbuch\Core\Reference\TargetKind;

/** In which way a reference does not end in a document of the workspace. */
enum StrayKind: string
{
    case Missing = 'missing';
    case Outside = 'outside';
    case Web = 'web';
    case Device = 'device';
    /** A symbolic link that leads to no document. */
    case Link = 'link';

    public static function of(TargetKind $kind, bool $isLink): self
    {
        return match (true) {
            $isLink => self::Link,
            $kind === TargetKind::Outside => self::Outside,
            $kind === TargetKind::Web => self::Web,
            $kind === TargetKind::Device => self::Device,
            default => self::Missing,
        };
    }
}
