<?php

declare(strict_types=1);

namespace App\Sessions\Carrying;

use App\Support\Refused;

/** Ends the reading of a stream that gives more bytes than were said, whatever it promised. */
final class AtMost extends \php_user_filter
{
    private const NAME = 'hafenbuch.at-most';

    /** Bytes that are read in one go; PHP’s own 8 KiB take twice as long. */
    private const CHUNK = 256 * 1024;

    private int $read = 0;

    /**
     * @param  resource  $stream
     * @param  string  $what  as its reader is told
     * @return resource the same
     */
    public static function bytes($stream, int $most, string $what)
    {
        if (! in_array(self::NAME, stream_get_filters(), true)) {
            stream_filter_register(self::NAME, self::class);
        }
        stream_set_chunk_size($stream, self::CHUNK);
        stream_filter_append($stream, self::NAME, STREAM_FILTER_READ, ['most' => $most, 'what' => $what]);

        return $stream;
    }

    /**
     * @param  resource  $in
     * @param  resource  $out
     * @param  int  $consumed
     */
    public function filter($in, $out, &$consumed, bool $closing): int
    {
        while (($bucket = stream_bucket_make_writeable($in)) !== null) {
            $this->read += $bucket->datalen;
            $consumed += (int) $bucket->datalen;
            if ($this->read > $this->params['most']) {
                throw Refused::because("{$this->params['what']} has more than the {$this->params['most']} bytes that it says. Nothing was taken in.");
            }
            stream_bucket_append($out, $bucket);
        }

        return PSFS_PASS_ON;
    }
}
