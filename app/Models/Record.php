<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;
use Illuminate\Support\Str;

/** What all our records share: times to the millisecond, and every column set by name in our own code. */
abstract class Record extends Model
{
    use BootsItsTraits;

    protected $guarded = [];

    protected $dateFormat = 'Y-m-d H:i:s.v';

    /** No record has accessors, so a column without a cast is what the table says; asking for that takes most of the time of large saves. */
    public function getAttribute($key)
    {
        return isset($this->attributes[$key]) && $this->isPlain($key) ? $this->attributes[$key] : parent::getAttribute($key);
    }

    public function setAttribute($key, $value)
    {
        if (! $this->isPlain($key)) {
            return parent::setAttribute($key, $value);
        }
        $this->attributes[$key] = $value;

        return $this;
    }

    /** All of our names have a regular plural, so that the framework’s grammar of English is not read for it. */
    public function getTable()
    {
        return $this->table ??= Str::snake(class_basename($this)).'s';
    }

    private function isPlain(string $key): bool
    {
        return ! isset($this->casts[$key]) && ! str_ends_with($key, '_at') && ! str_contains($key, '->');
    }
}
