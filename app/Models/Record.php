<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;

/** What all our records share: times to the millisecond, and every column set by name in our own code. */
abstract class Record extends Model
{
    protected $guarded = [];

    protected $dateFormat = 'Y-m-d H:i:s.v';
}
