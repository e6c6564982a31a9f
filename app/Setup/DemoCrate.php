<?php

declare(strict_types=1);

namespace App\Setup;

use App\Crates\CrateName;
use App\Crates\CrateScope;
use App\Crates\Form\FolderTarget;
use App\Crates\Form\ZipTarget;
use App\Crates\Packing;
use App\Crates\PackWish;
use App\Models\User;
use App\Models\Workspace;
use App\Workspace\Index\Scanner;
use Hafenbuch\Core\Crate\Bag\BagCheck;
use Hafenbuch\Core\Crate\Bag\BagInfo;
use Hafenbuch\Core\Crate\Bag\Manifest;
use Hafenbuch\Core\Crate\LeadKind;
use Hafenbuch\Core\Crate\PackChoices;
use Illuminate\Filesystem\Filesystem;

/** A leaflet that was lent to the printers in a crate, and has come back from them changed, while someone changed it here, too. */
final readonly class DemoCrate
{
    public function __construct(private Filesystem $files, private Scanner $scanner, private Packing $packing) {}

    /**
     * @param  array{name: string, for: string, note: string, top: string, letters: string, here: array<string, string>}  $story
     */
    public function play(Workspace $workspace, User $person, array $story): void
    {
        $this->files->copyDirectory(base_path('demo/leaflet/there'), $workspace->root);
        $this->scanner->run($workspace);
        $letters = dirname($workspace->root)."/{$story['letters']}";
        $this->files->deleteDirectory($letters);
        $this->files->makeDirectory($letters, recursive: true);
        $wish = new PackWish(
            $story['name'], new CrateScope([$story['top']]), new PackChoices(acceptedKinds: array_fill_keys(array_column(LeadKind::cases(), 'value'), true)), $story['for'], $story['note'], true,
            given: ['paths' => [$story['top']], 'acceptedKinds' => array_column(LeadKind::cases(), 'value'), 'lent' => true, 'for' => $story['for'], 'note' => $story['note']],
        );
        $folder = "{$letters}/unpacked";
        $this->packing->pack($workspace, $person, $wish, new FolderTarget($folder));
        $this->comesBack($folder, "{$letters}/".CrateName::file($story['name']).'.zip', CrateName::file($story['name']));
        $this->files->deleteDirectory($folder);
        foreach ($story['here'] as $path => $content) {
            $this->files->put("{$workspace->root}/{$path}", $content);
        }
        $this->scanner->run($workspace);
    }

    /** As whoever has worked on the files of a bag packs them again with any program for bags. */
    private function comesBack(string $folder, string $zip, string $name): void
    {
        $this->files->copyDirectory(base_path('demo/leaflet/back'), "{$folder}/data");
        $sums = $bytes = [];
        foreach ($this->files->allFiles("{$folder}/data") as $file) {
            $path = BagCheck::PAYLOAD.str_replace('\\', '/', $file->getRelativePathname());
            $sums[$path] = (string) hash_file('sha256', $file->getPathname());
            $bytes[] = $file->getSize();
        }
        $this->files->put("{$folder}/manifest-sha256.txt", Manifest::write($sums));
        $this->files->delete(["{$folder}/manifest-sha512.txt", "{$folder}/tagmanifest-sha256.txt", "{$folder}/index.html"]);
        $this->files->put("{$folder}/bag-info.txt", BagInfo::write(['Payload-Oxum' => array_sum($bytes).'.'.count($bytes), 'Contact-Name' => 'Ida Brandt']));
        $target = new ZipTarget($zip, $name);
        foreach ($this->files->allFiles($folder) as $file) {
            $target->add(str_replace('\\', '/', $file->getRelativePathname()), (int) $file->getSize(), [$file->getContents()]);
        }
        $target->seal();
        $target->publish();
    }
}
