<?php

declare(strict_types=1);

namespace App\Together;

use App\Models\Comment;
use App\Models\Document;
use App\Models\Notice;
use App\Models\User;
use App\Support\Refused;
use App\Workspace\Pulse;
use Illuminate\Support\Facades\DB;

/** What people say about documents, and who is mentioned there. */
final class Comments
{
    public const LONGEST = 4000;

    /** For one document. */
    public const MOST = 1000;

    private const TRIES = 5;

    /**
     * @param  list<int>  $mentioned  members who are to hear of it
     *
     * @throws Refused
     */
    public static function say(Document $document, User $person, string $text, array $mentioned, ?int $version, ?int $line): Comment
    {
        $text = trim($text);
        if ($text === '') {
            throw Refused::because('A comment needs some words.');
        }
        if ($version !== null && ! $document->versions()->where('number', $version)->exists()) {
            throw Refused::because("{$document->path} has no version {$version} any more.");
        }
        if (Comment::query()->where('document_id', $document->id)->count() >= self::MOST) {
            throw Refused::because("{$document->path} has ".self::MOST.' comments, which is as many as one can have. Delete some that are settled.');
        }
        $members = $document->workspace->members()->whereNull('disabled_at')->whereKey($mentioned)->whereKeyNot($person->id)->get();
        $comment = DB::transaction(static function () use ($document, $person, $text, $members, $version, $line): Comment {
            $comment = Comment::query()->create(['workspace_id' => $document->workspace_id, 'document_id' => $document->id, 'user_id' => $person->id, 'text' => $text, 'version' => $version, 'line' => $line, 'at' => now()]);
            foreach ($members as $member) {
                Notice::query()->create(['workspace_id' => $document->workspace_id, 'user_id' => $member->id, 'from_id' => $person->id, 'document_id' => $document->id, 'kind' => Notice::MENTION, 'comment_id' => $comment->id, 'text' => mb_strimwidth($text, 0, 300, ' …'), 'at' => now()]);
            }

            return $comment;
        }, self::TRIES);
        foreach ($members as $member) {
            Pulse::tellPerson($document->workspace, $member, Pulse::NOTICES);
        }
        Pulse::tell($document->workspace, Pulse::COMMENTS);

        return $comment;
    }

    /** What was said is dealt with, or is not after all. */
    public static function settle(Document $document, Comment $comment, User $person, bool $isSettled): void
    {
        $comment->update(['settled_at' => $isSettled ? now() : null, 'settled_by' => $isSettled ? $person->id : null]);
        Pulse::tell($document->workspace, Pulse::COMMENTS);
    }

    /**
     * Whoever said it takes it back, or a keeper does.
     *
     * @throws Refused
     */
    public static function delete(Document $document, Comment $comment, User $person): void
    {
        if ($comment->user_id !== $person->id && ! $person->can('keep', $document->workspace)) {
            throw Refused::because('Only whoever wrote a comment can delete it, or a keeper of the workspace.');
        }
        $comment->delete();
        Pulse::tell($document->workspace, Pulse::COMMENTS, Pulse::NOTICES);
    }
}
