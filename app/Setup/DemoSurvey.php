<?php

declare(strict_types=1);

namespace App\Setup;

use App\Devices\Rack\RackState;
use App\Devices\Rack\StandIn;
use App\Models\Workspace;
use App\Workspace\By;
use App\Workspace\IncomingReader;
use App\Workspace\Index\Scanner;
use App\Workspace\Settings;
use Illuminate\Filesystem\Filesystem;

/** What has happened to the files of an old survey: a folder renamed outside, pictures that lie elsewhere, a camera that is away, leftovers. */
final readonly class DemoSurvey
{
    public function __construct(private Filesystem $files, private Scanner $scanner) {}

    /** @param array{renamed: array<string, string>, library: string, off: list<string>, settings: array<string, mixed>} $survey */
    public function play(Workspace $workspace, array $survey): void
    {
        $library = dirname($workspace->root)."/{$survey['library']}";
        $this->files->deleteDirectory($library);
        $this->files->copyDirectory(base_path('demo/library'), $library);
        $this->files->copyDirectory(base_path('demo/survey'), $workspace->root);
        $this->scanner->run($workspace);
        foreach ($survey['renamed'] as $old => $new) {
            rename("{$workspace->root}/{$old}", "{$workspace->root}/{$new}");
        }
        Settings::of($workspace)->set([...$survey['settings'], 'incoming' => IncomingReader::checked($survey['settings']['incoming'])], By::commandLine($workspace->firstKeeper() ?? throw new \LogicException('The demo has a keeper.')));
        $rack = new RackState(dirname(storage_path()).'/rack.json');
        foreach (StandIn::all() as $one) {
            $rack->switch($one, ! in_array($one->address(), $survey['off'], true));
        }
    }
}
