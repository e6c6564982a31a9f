<?php

declare(strict_types=1);

namespace App\People;

use App\Models\EntryLink;
use Illuminate\Contracts\Queue\ShouldBeEncrypted;
use Illuminate\Contracts\Queue\ShouldQueue;
use Illuminate\Foundation\Queue\Queueable;
use Illuminate\Mail\Message;
use Illuminate\Support\Facades\Mail;

/** Mails a link, where mail is set up; in the background, so that a mail server that hangs keeps nobody waiting. */
final class SendEntryLink implements ShouldBeEncrypted, ShouldQueue
{
    use Queueable;

    public int $tries = 3;

    public int $timeout = 60;

    /** @var list<int> seconds between the tries */
    public array $backoff = [30, 300];

    private function __construct(public readonly int $link, public readonly string $address) {}

    public static function to(EntryLink $link, string $address): void
    {
        if (self::isSetUp()) {
            dispatch(new self($link->id, $address))->afterCommit();
        }
    }

    public static function isSetUp(): bool
    {
        return config('mail.default') !== null;
    }

    public function handle(): void
    {
        $link = EntryLink::query()->with('workspace', 'maker')->find($this->link);
        if ($link === null || ! $link->isOpen()) {
            return;
        }
        [$subject, $text] = self::words($link, $this->address);
        Mail::raw($text, static fn (Message $message) => $message->to($link->email)->subject($subject));
    }

    /** @return array{string, string} subject and text */
    private static function words(EntryLink $link, string $address): array
    {
        $until = $link->until->format('j F Y, H:i').' UTC';
        if ($link->purpose === EntryLink::RESET) {
            return ['Choose a new password for Hafenbuch', "Somebody, probably you, asked for a new password for {$link->email}.\n\nChoose it here, until {$until}:\n{$address}\n\nIf it was not you, do nothing; your password stays as it is.\n"];
        }
        $who = $link->maker->name ?? 'An administrator';
        $where = $link->workspace === null ? 'Hafenbuch' : "“{$link->workspace->name}” in Hafenbuch";

        return ["{$who} invites you to {$where}", "{$who} invites you to {$where}.\n\nChoose your name and password here, until {$until}:\n{$address}\n"];
    }
}
