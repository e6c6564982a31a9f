<?php

declare(strict_types=1);

namespace App\Workspace\Index;

use App\Models\Workspace;
use App\Workspace\Files\DiskContentStore;
use App\Workspace\Files\WorkspaceFiles;
use App\Workspace\Reading\FileReader;
use App\Workspace\Settings;
use App\Workspace\WorkspaceLock;
use Hafenbuch\Core\Path\InvalidPath;
use Hafenbuch\Core\Write\UnableToRead;
use Hafenbuch\Core\Write\UnableToWrite;

/** Looks at a few files now, keeps what they hold, and records what they say. */
final readonly class FileLook
{
    public function __construct(private DiskContentStore $contents, private FileRecorder $recorder) {}

    /**
     * @param  list<string>  $paths
     * @param  int  $seconds  so long it waits for others who write
     */
    public function at(Workspace $workspace, array $paths, int $seconds = WorkspaceLock::A_PERSON_WAITS): RecordedFiles
    {
        $reader = new FileReader($workspace->root, Settings::of($workspace)->ways());
        $files = WorkspaceFiles::of($workspace);
        $found = $gone = [];
        foreach ($paths as $path) {
            try {
                $stat = $files->stat($path);
                if ($stat === null) {
                    $gone[] = $path;
                } elseif ($stat->isDocument()) {
                    $report = $reader->look($path, $stat->size, null);
                    // Else it is being written, and the next look tells.
                    if ($report->hash === null || $this->contents->put($files->open($path)) === $report->hash) {
                        $found[] = new FoundFile($report, $stat);
                    }
                }
            } catch (UnableToRead|UnableToWrite|InvalidPath) {
                continue; // It may not be read now, or not be kept; the next look tells.
            }
        }
        $went = $this->recorder->recordGone($workspace, $gone, seconds: $seconds);

        return $this->recorder->record($workspace, $found, $seconds)->withGone($went);
    }
}
