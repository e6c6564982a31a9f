<?php

declare(strict_types=1);

namespace App\Models;

/** For models without methods that attributes mark to be called first. */
trait BootsItsTraits
{
    /** As the framework’s own, which looks at each of a model’s hundreds of methods for such attributes: a millisecond of every request. */
    protected static function bootTraits()
    {
        static::$traitInitializers[static::class] = [];
        foreach (class_uses_recursive(static::class) as $trait) {
            $name = class_basename($trait);
            if (method_exists(static::class, "boot{$name}")) {
                static::{"boot{$name}"}();
            }
            if (method_exists(static::class, "initialize{$name}")) {
                static::$traitInitializers[static::class][] = "initialize{$name}";
            }
        }
    }
}
