<?php

declare(strict_types=1);

namespace App\Serving\Health;

use App\Models\Operation;
use App\Workspace\Files\DiskContentStore;
use Illuminate\Support\Facades\Cache;
use Illuminate\Support\Facades\DB;

/** What an administrator watches, in Prometheus' text format (https://prometheus.io/docs/instrumenting/exposition_formats/). */
final class Metrics
{
    /** Counting the store looks at every content, so it is not done each time. */
    private const STORE_SECONDS = 900;

    /** @var list<string> */
    private array $lines = [];

    public function __construct(private readonly DiskContentStore $contents) {}

    public function text(): string
    {
        $this->lines = [];
        $this->metric('hafenbuch_info', 'gauge', 'The version that runs', [[1, ['version' => (string) config('server.version')]]]);
        $this->metric('hafenbuch_queue_jobs', 'gauge', 'Work in the background that waits or runs', [[DB::table('jobs')->count()]]);
        $this->metric('hafenbuch_failed_jobs', 'gauge', 'Work in the background that failed', [[count(app('queue.failer')->all())]]);
        $this->metric('hafenbuch_documents', 'gauge', 'Documents, by workspace', $this->byWorkspace('documents'));
        $this->metric('hafenbuch_drafts', 'gauge', 'Documents with unsaved changes', $this->byWorkspace('drafts'));
        $this->metric('hafenbuch_entries_waiting', 'gauge', 'Entries of the logbook that wait for a person', [[DB::table('operations')->where('state', Operation::NEEDS_PERSON)->count()]]);
        $this->metric('hafenbuch_scan_age_seconds', 'gauge', 'Time since the last scan of a workspace', $this->scanAges());
        $this->metric('hafenbuch_silence_seconds', 'gauge', 'Time since a background process was heard of', array_map(static fn (string $name): array => [Heartbeat::silence($name) ?? INF, ['process' => $name]], array_keys(Heartbeat::SILENCE)));
        [$contents, $bytes] = Cache::remember('metrics-store', self::STORE_SECONDS, $this->store(...));
        $this->metric('hafenbuch_store_contents', 'gauge', 'Contents in the store', [[$contents]]);
        $this->metric('hafenbuch_store_bytes', 'gauge', 'Their size', [[$bytes]]);
        $this->metric('hafenbuch_store_room_bytes', 'gauge', 'Room that is left on the disk of the store', [[$this->contents->room()]]);
        $this->requests();

        return implode("\n", $this->lines)."\n";
    }

    private function requests(): void
    {
        $totals = $sums = [];
        /** @var array<string, array<int, int>> $buckets */
        $buckets = [];
        foreach (RequestCounts::all() as ['what' => $what, 'which' => $which, 'route' => $route, 'count' => $count]) {
            match ($what) {
                'status' => $totals[] = [$count, ['route' => $route, 'status' => $which]],
                'bucket' => $buckets[$route][(int) $which] = $count,
                default => $sums[$route] = $count / 1e6,
            };
        }
        $this->metric('hafenbuch_requests_total', 'counter', 'Requests, by route and status', $totals);
        $this->head('hafenbuch_request_seconds', 'histogram', 'How long they took');
        foreach ($buckets as $route => $counts) {
            $sum = 0;
            foreach ([...RequestCounts::BUCKETS, '+Inf'] as $place => $bound) {
                $sum += $counts[$place] ?? 0;
                $this->line('hafenbuch_request_seconds_bucket', $sum, ['route' => $route, 'le' => (string) $bound]);
            }
            $this->line('hafenbuch_request_seconds_sum', $sums[$route] ?? 0, ['route' => $route]);
            $this->line('hafenbuch_request_seconds_count', $sum, ['route' => $route]);
        }
    }

    /** @return list<array{int, array<string, string>}> */
    private function byWorkspace(string $table): array
    {
        $query = $table === 'documents' ? DB::table('documents') : DB::table($table)->join('documents', 'documents.id', '=', 'document_id');

        return array_values($query->join('workspaces', 'workspaces.id', '=', 'documents.workspace_id')->groupBy('slug')->selectRaw('slug, count(*) as number')->get()
            ->map(static fn (object $row): array => [(int) $row->number, ['workspace' => $row->slug]])->all());
    }

    /** @return list<array{int, array<string, string>}> */
    private function scanAges(): array
    {
        return array_values(DB::table('scans')->join('workspaces', 'workspaces.id', '=', 'workspace_id')->groupBy('slug')->selectRaw('slug, timestampdiff(second, max(scans.updated_at), utc_timestamp()) as age')->get()
            ->map(static fn (object $row): array => [max(0, (int) $row->age), ['workspace' => $row->slug]])->all());
    }

    /** @return array{int, int} */
    private function store(): array
    {
        $count = $bytes = 0;
        foreach ($this->contents->all() as $file) {
            $count++;
            $bytes += $file['size'];
        }

        return [$count, $bytes];
    }

    /** @param list<array{0: int|float, 1?: array<string, string>}> $values */
    private function metric(string $name, string $type, string $help, array $values): void
    {
        $this->head($name, $type, $help);
        foreach ($values as $value) {
            $this->line($name, $value[0], $value[1] ?? []);
        }
    }

    private function head(string $name, string $type, string $help): void
    {
        array_push($this->lines, "# HELP {$name} {$help}", "# TYPE {$name} {$type}");
    }

    /** @param array<string, string> $labels */
    private function line(string $name, int|float $value, array $labels): void
    {
        $words = implode(',', array_map(static fn (string $label, string $word): string => $label.'="'.str_replace(['\\', '"', "\n"], ['\\\\', '\\"', '\\n'], $word).'"', array_keys($labels), $labels));
        $this->lines[] = $name.($words === '' ? '' : "{{$words}}").' '.(is_infinite($value) ? '+Inf' : $value);
    }
}
