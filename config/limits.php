<?php

declare(strict_types=1);

use App\Drafts\WorkingText;
use App\Finding\ReplaceInMany;
use App\Http\Controllers\FindController;
use App\Http\IncomingRequest;
use App\Pictures\Drawing\Bitmap;
use App\Pictures\Drawing\Drawer;
use App\Pictures\DrawingProcess;
use App\Pictures\Shown;
use App\Quay\Bookmarks;
use App\Quay\ChartReader;
use App\Small\MakingSmall;
use App\Workspace\Reading\ContentReader;
use Hafenbuch\Core\Find\QueryReader;
use Hafenbuch\Core\Format\FormatRegistry;
use Hafenbuch\Core\Solid\Mesh;

/*
 * Every limit of this server that is no rule of the job; docs/security.md tells what is answered beyond each.
 * Sizes in bytes, times in seconds.
 */
$mebibyte = 1024 * 1024;

return [
    // What a request may send: to log in; where contents go (see BodySizes); elsewhere, which is what 20,000 decisions take.
    'login_body' => 16 * 1024,
    'body' => 16 * $mebibyte,

    // Lists and objects in one request that is JSON, and eight times as many other values; set where they are, since requests are read before settings.
    'json_containers' => IncomingRequest::CONTAINERS,

    // The largest draft, and the largest file that comes in whole.
    'content' => (int) env('HAFENBUCH_CONTENT_LIMIT', 64 * $mebibyte),

    // Decisions, documents or paths in one request; choices among them that reach beyond their own document.
    'decisions' => 20_000,
    'far_decisions' => 50,

    // One request. The time is the clock's; what runs out of it is ended, and recovery ends what it had begun.
    'request_seconds' => 300,
    'request_memory' => 512 * $mebibyte,

    // Requests of one person in a minute, with all their pages and programs.
    'requests_per_minute' => (int) env('HAFENBUCH_REQUESTS_PER_MINUTE', 3000),

    // Logins in a minute by address and account, in a quarter of an hour by account, in a minute by address.
    'logins' => ['pair' => 10, 'account' => 50, 'address' => 300],

    // Connections: how long a head, the next part of a body, the taking of the next part of an answer, and nothing at all may last.
    'head_seconds' => 10,
    'body_seconds' => 30,
    'send_seconds' => 30,
    'idle_seconds' => 30,
    'connections' => 4096,

    // Reading one content for its references and fields; set where they are, since the processes that read know no settings.
    'reading_seconds' => FormatRegistry::SECONDS,
    'references' => ContentReader::REFERENCES,

    // Drawing one document in small; set where they are, for the same reason.
    'drawing' => ['seconds' => DrawingProcess::SECONDS, 'memory' => DrawingProcess::MEMORY, 'source' => Drawer::SOURCE_BYTES, 'pixels' => Bitmap::PIXELS, 'parts' => Shown::PARTS, 'triangles' => Mesh::MOST],

    // Comparing line by line: in plans, and elsewhere. Beyond it only facts are compared.
    'compared_in_plans' => 512 * 1024,
    'compared' => 2 * $mebibyte,

    // A search: its words, and what it finds at once. Texts beyond `text` are read in part to be found, and are neither replaced in nor made small.
    'search' => ['bytes' => QueryReader::BYTES, 'documents' => FindController::MOST],
    'text' => WorkingText::BYTES,
    'replaced' => ['documents' => ReplaceInMany::DOCUMENTS, 'places' => ReplaceInMany::PLACES],
    'made_small' => ['documents' => MakingSmall::DOCUMENTS, 'seconds' => MakingSmall::SECONDS],

    // Documents on one chart; bookmarks of one person, or shared, in one workspace.
    'chart' => ChartReader::MOST,
    'bookmarks' => Bookmarks::MOST,

    // Files that are looked at to take them in; names that are looked at to find missed ones in a folder elsewhere.
    'taken_in' => 20_000,
    'searched' => 100_000,

    // A session that comes from elsewhere: its ZIP file, the entries of it and the list of these, session.json, its documents, and its drafts together.
    'session_file' => (int) env('HAFENBUCH_SESSION_LIMIT', 8 * 1024 * $mebibyte),
    'session_entries' => 200_000,
    'session_list' => 24 * $mebibyte,
    'session_description' => 24 * $mebibyte,
    'session_documents' => 20_000,
    'session_bytes' => (int) env('HAFENBUCH_SESSION_LIMIT', 8 * 1024 * $mebibyte),

    // A crate or other archive from elsewhere: the file as it comes, and what is in it when it is unpacked.
    'crate_file' => (int) env('HAFENBUCH_CRATE_LIMIT', 8 * 1024 * $mebibyte),
    'crate_bytes' => (int) env('HAFENBUCH_CRATE_LIMIT', 8 * 1024 * $mebibyte),

    // Small pictures on the disk; beyond it the oldest go, within an hour.
    'pictures' => 512 * $mebibyte,

    // Room on the disk below which the server says that it is not ready.
    'room' => (int) env('HAFENBUCH_ROOM_LIMIT', 512 * $mebibyte),

    // Log files: how many days of the application's, how large and how many of the others.
    'log_days' => 14,
    'log_bytes' => 16 * $mebibyte,
    'logs_kept' => 4,
];
