<?php

declare(strict_types=1);

namespace App\Drafts;

use App\Models\Document;
use App\Models\User;
use App\Models\Workspace;
use App\Rights\FolderRights;
use App\Rights\NotAllowed;
use App\Support\ManyValues;
use App\Workspace\Settings;
use App\Workspace\StandingLocks;

/** Whether a person may write drafts now: as their role, the folders' rights and the locks of others say. */
final class WritingRight
{
    /**
     * @return bool whether the person has locked the document
     *
     * @throws NotAllowed|DocumentLocked
     */
    public static function must(Document $document, User $person): bool
    {
        self::mustAt($document->workspace, [$document->path], $person);
        self::mustBeWritten($document->workspace, [$document]);

        return Locks::refuseOthers($document, $person);
    }

    /**
     * @param  array<string, Document>  $documents  by id
     *
     * @throws NotAllowed|DocumentLocked
     */
    public static function mustAll(Workspace $workspace, array $documents, User $person): void
    {
        self::mustAt($workspace, array_values(array_map(static fn (Document $document): string => $document->path, $documents)), $person);
        self::mustBeWritten($workspace, $documents);
        foreach (ManyValues::among(StandingLocks::query(), 'held.document_id', array_keys($documents))->where('held.user_id', '!=', $person->id)->limit(1)->pluck('document_id') as $id) {
            Locks::refuseOthers($documents[$id], $person);
        }
    }

    /**
     * @param  array<Document>  $documents
     *
     * @throws NotAllowed where one is in a state in which it is not written
     */
    private static function mustBeWritten(Workspace $workspace, array $documents): void
    {
        $chain = Settings::of($workspace)->chain();
        foreach ($documents as $document) {
            $why = $document->release_state === null ? null : $chain->withholds($document->mark());
            if ($why !== null) {
                throw new NotAllowed("{$document->path}: {$why}");
            }
        }
    }

    /**
     * @param  list<string>  $paths  also of documents that are to be made
     *
     * @throws NotAllowed
     */
    public static function mustAt(Workspace $workspace, array $paths, User $person): void
    {
        $rights = FolderRights::of($workspace, $person);
        foreach ($paths as $path) {
            $why = $rights->withheld($path);
            if ($why !== null) {
                throw new NotAllowed($why);
            }
        }
    }
}
