<?php

declare(strict_types=1);

namespace App\Crates\Writing;

use App\Crates\PreparedCrate;
use Hafenbuch\Core\Crate\Bag\BagCheck;
use Hafenbuch\Core\Crate\CrateEntry;
use Hafenbuch\Core\Path\Path;
use Hafenbuch\Core\TakeIn\MediaKind;

/** index.html of a crate: what it holds and how to check it, for someone who has only a browser. Nothing in it comes from elsewhere. */
final class IndexPage
{
    private const KINDS = ['document' => 'Documents', 'picture' => 'Pictures', 'sound' => 'Sounds', 'film' => 'Films', 'other' => 'Other files'];

    private const STYLE = ':root{color-scheme:light}body{margin:0 auto;max-width:64rem;padding:2rem 1.25rem 4rem;background:#F7F4EC;color:#17303A;font:16px/1.5 "Source Sans 3","Source Sans Pro",system-ui,sans-serif}'
        .'h1,h2{font-family:Literata,Georgia,serif;font-weight:600;line-height:1.2}h1{margin:0 0 .25rem;font-size:2rem}h2{margin:2.5rem 0 .5rem;font-size:1.25rem}p{margin:.35rem 0;max-width:46rem}'
        .'table{width:100%;border-collapse:collapse}th,td{text-align:left;vertical-align:top;padding:.4rem .75rem .4rem 0;border-bottom:1px solid #D8D0BD}th{font-weight:600;font-size:.85rem}th.n,td.n{text-align:right;padding-right:0}td.n{font-variant-numeric:tabular-nums;white-space:nowrap}'
        .'a{color:#0B5566}code,pre{font:.85rem/1.5 "IBM Plex Mono",ui-monospace,monospace;overflow-wrap:anywhere}pre{background:#fff;border:1px solid #D8D0BD;padding:.75rem;white-space:pre-wrap}small{display:block;color:#4A5C63;overflow-wrap:anywhere}'
        .'img{display:block;max-width:7rem;max-height:5rem;border:1px solid #D8D0BD;background:#fff}.proof{border:2px solid #17303A;padding:1rem 1.25rem;margin:1.5rem 0;background:#fff}.proof dl{display:grid;grid-template-columns:max-content 1fr;gap:.25rem 1.5rem;margin:0}dd{margin:0;overflow-wrap:anywhere}.warn{border-color:#8A6420}summary{cursor:pointer}.scroll{overflow-x:auto}';

    /** @var array<string, resource> rows by kind */
    private array $rows = [];

    /** @var array<string, int> */
    private array $counts = [];

    /** @var array<string, string> title or name by end */
    private readonly array $titles;

    /** @var array<string, string> place by end */
    private readonly array $places;

    public function __construct(private readonly PreparedCrate $prepared, private readonly string $identity, private readonly ?string $by)
    {
        $titles = $places = [];
        foreach ($prepared->plan->packed() as $entry) {
            $titles[$entry->file->end] = self::title($entry);
            $places[$entry->file->end] = $entry->place;
        }
        [$this->titles, $this->places] = [$titles, $places];
    }

    public function add(PackedFile $packed): void
    {
        $kind = $packed->entry->file->kind;
        $rows = $this->rows[$kind->value] ??= fopen('php://temp/maxmemory:1048576', 'w+b') ?: throw new \RuntimeException('There is no room for the page of a crate.');
        $this->counts[$kind->value] = 1 + ($this->counts[$kind->value] ?? 0);
        $href = self::href($packed->entry->place);
        $picture = $kind === MediaKind::Picture ? "<td><img src=\"{$href}\" alt=\"\" loading=\"lazy\"></td>" : '<td></td>';
        fwrite($rows, "<tr id=\"f{$this->anchor($packed->entry->file->end)}\">{$picture}<td><a href=\"{$href}\">".self::text(self::title($packed->entry)).'</a><small>'.self::text($packed->entry->place)."</small></td><td>{$this->referrers($packed->entry)}</td><td class=\"n\">".self::size($packed->size)."</td></tr>\n");
    }

    /**
     * @param  list<array{path: string, raw: string, why: string}>  $leadOut
     * @return iterable<string>
     */
    public function parts(Sums $sums, int $references, array $leadOut): iterable
    {
        $wish = $this->prepared->wish;
        $name = self::text($wish->name);
        yield "<!doctype html>\n<html lang=\"en\">\n<head>\n<meta charset=\"utf-8\">\n<meta name=\"viewport\" content=\"width=device-width, initial-scale=1\">\n<meta http-equiv=\"Content-Security-Policy\" content=\"default-src 'none'; style-src 'unsafe-inline'; img-src 'self' file: data:\">\n<title>{$name}</title>\n<style>".self::STYLE."</style>\n</head>\n<body>\n";
        yield "<h1>{$name}</h1>\n<p>Packed on ".now()->utc()->format('j F Y, H:i').' UTC'.($this->by === null ? '' : ' by '.self::text($this->by)).($wish->recipient === null ? '' : ', for '.self::text($wish->recipient)).'.</p>'.($wish->note === null ? '' : '<p>'.nl2br(self::text($wish->note)).'</p>')."\n";
        yield $this->certificate($sums, $references, count($leadOut));
        yield $this->outside($leadOut);
        foreach (self::KINDS as $kind => $title) {
            if (isset($this->rows[$kind])) {
                yield "<h2>{$title} ({$this->counts[$kind]})</h2>\n<div class=\"scroll\"><table><thead><tr><th></th><th>Name and place</th><th>Referred to by</th><th class=\"n\">Size</th></tr></thead><tbody>\n";
                rewind($this->rows[$kind]);
                while (! feof($this->rows[$kind])) {
                    yield (string) fread($this->rows[$kind], 1 << 18);
                }
                yield "</tbody></table></div>\n";
            }
        }
        yield "</body>\n</html>\n";
    }

    private function certificate(Sums $sums, int $references, int $leadOut): string
    {
        $partly = count($this->prepared->plan->partlyRead);
        $leftOut = count($this->prepared->plan->leftOut());
        $words = match (true) {
            $leadOut === 0 && $partly === 0 && $leftOut === 0 => 'Complete. Every reference was resolved again from the packed files alone, and ends in one of them.',
            $leadOut === 0 && $partly === 0 => 'Complete but for '.self::count($leftOut, 'file that is', 'files that are').' to be made again. Every other reference was resolved again from the packed files alone.',
            default => 'Not complete: '.implode(', ', array_filter([$leadOut === 0 ? null : self::count($leadOut, 'reference leads out', 'references lead out').' of it', $partly === 0 ? null : self::count($partly, 'file', 'files').' may refer to more than was read'])).'. They are listed below.',
        };

        return '<section class="proof'.($leadOut + $partly === 0 ? '' : ' warn')."\">\n<h2 style=\"margin-top:0\">Certificate</h2>\n<p><strong>{$words}</strong></p>\n<dl>"
            ."<dt>Files</dt><dd>{$sums->files()}, ".number_format($sums->bytes)." bytes</dd><dt>References</dt><dd>{$references}</dd><dt>Lead out</dt><dd>{$leadOut}</dd><dt>To be made again</dt><dd>{$leftOut}</dd>"
            ."<dt>Crate</dt><dd><code>{$this->identity}</code></dd><dt>SHA-256 of the manifest</dt><dd><code>{$sums->seal()}</code></dd></dl>\n"
            ."<details><summary>How to check it without Hafenbuch</summary><p>In the folder that holds this page:</p><pre>sha256sum -c manifest-sha256.txt\nsha256sum -c tagmanifest-sha256.txt</pre><p>On macOS write <code>shasum -a 256 -c</code> instead. Each line must say OK. The folder is a bag as RFC 8493 describes it, which other programs check too.</p></details>\n</section>\n";
    }

    /** @param list<array{path: string, raw: string, why: string}> $leadOut */
    private function outside(array $leadOut): string
    {
        $html = '';
        if ($leadOut !== []) {
            $html .= '<h2>References that lead out ('.count($leadOut).")</h2>\n<div class=\"scroll\"><table><thead><tr><th>In</th><th>Reference</th><th>Why</th></tr></thead><tbody>\n";
            foreach ($leadOut as $lead) {
                $html .= '<tr><td>'.self::text($lead['path']).'</td><td><code>'.self::text($lead['raw']).'</code></td><td>'.self::text($lead['why'])."</td></tr>\n";
            }
            $html .= "</tbody></table></div>\n";
        }
        $leftOut = $this->prepared->plan->leftOut();
        if ($leftOut !== []) {
            $html .= '<h2>Left out, to be made again ('.count($leftOut).")</h2>\n<div class=\"scroll\"><table><thead><tr><th>Place</th><th>How</th><th class=\"n\">Size</th></tr></thead><tbody>\n";
            foreach ($leftOut as $entry) {
                $html .= '<tr><td>'.self::text($entry->place)."<small><code>{$entry->file->hash}</code></small></td><td>".self::text($entry->file->recipe ?? "Nobody has said how. It was left out because {$entry->whyOut}.").'</td><td class="n">'.self::size($entry->file->size)."</td></tr>\n";
            }
            $html .= "</tbody></table></div>\n";
        }

        return $html;
    }

    private function referrers(CrateEntry $entry): string
    {
        $links = array_map(fn (string $end): string => "<a href=\"#f{$this->anchor($end)}\">".self::text($this->titles[$end]).'</a>', array_slice($entry->referredBy, 0, 12));

        $mark = $entry->file->mark === null ? '' : '<small>'.self::text($entry->file->mark->words()).'</small>';

        return match (true) {
            $links !== [] => implode(', ', $links).(count($entry->referredBy) > 12 ? ' and '.(count($entry->referredBy) - 12).' more' : '').$mark,
            $entry->companionOf !== null => 'belongs to '.self::text($this->titles[$entry->companionOf] ?? '').$mark,
            default => "chosen{$mark}",
        };
    }

    private function anchor(string $end): string
    {
        return substr(hash('xxh64', $this->places[$end] ?? $end), 0, 12);
    }

    private static function title(CrateEntry $entry): string
    {
        return $entry->file->title ?? Path::nameOf($entry->place);
    }

    private static function href(string $place): string
    {
        return BagCheck::PAYLOAD.implode('/', array_map(rawurlencode(...), explode('/', $place)));
    }

    private static function text(string $text): string
    {
        return htmlspecialchars($text, ENT_QUOTES | ENT_SUBSTITUTE | ENT_HTML5, 'UTF-8');
    }

    private static function count(int $number, string $one, string $many): string
    {
        return number_format($number).' '.($number === 1 ? $one : $many);
    }

    private static function size(int $bytes): string
    {
        return match (true) {
            $bytes < 1000 => "{$bytes} B",
            $bytes < 1_000_000 => number_format($bytes / 1000, 1).' kB',
            default => number_format($bytes / 1_000_000, 1).' MB',
        };
    }
}
