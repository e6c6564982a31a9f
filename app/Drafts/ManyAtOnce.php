<?php

declare(strict_types=1);

namespace App\Drafts;

use App\Models\Document;
use App\Models\Workspace;
use App\Support\ManyValues;
use App\Support\Refused;
use Hafenbuch\Core\Path\InvalidPath;
use Hafenbuch\Core\Write\UnableToRead;

/** One change of many documents, each for itself: what one of them refuses keeps none of the others. */
final class ManyAtOnce
{
    /**
     * @template T
     *
     * @param  array<string, T>  $wanted  by document
     * @param  callable(Document, T): void  $change
     * @return array{changed: list<string>, refused: list<array{document: string, path: string, why: string}>}
     */
    public static function change(Workspace $workspace, array $wanted, callable $change): array
    {
        $changed = $refused = [];
        foreach (ManyValues::among(Document::query(), 'id', array_keys($wanted))->kept()->with('draft')->where('workspace_id', $workspace->id)->orderBy('id')->get() as $document) {
            try {
                $change($document->setRelation('workspace', $workspace), $wanted[$document->id]);
                $changed[] = $document->id;
            } catch (DraftChanged) {
                $refused[] = ['document' => $document->id, 'path' => $document->path, 'why' => 'someone has written on it since you looked; look again'];
            } catch (UnableToRead|InvalidPath) {
                $refused[] = ['document' => $document->id, 'path' => $document->path, 'why' => 'it cannot be read now'];
            } catch (Refused $why) {
                $refused[] = ['document' => $document->id, 'path' => $document->path, 'why' => $why->getMessage()];
            }
        }
        foreach (array_diff(array_map(strval(...), array_keys($wanted)), $changed, array_column($refused, 'document')) as $id) {
            $refused[] = ['document' => $id, 'path' => '', 'why' => 'it is not there any more'];
        }

        return ['changed' => $changed, 'refused' => $refused];
    }
}
