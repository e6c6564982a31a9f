<?php

declare(strict_types=1);

namespace App\People;

use Symfony\Component\Mailer\SentMessage;
use Symfony\Component\Mailer\Transport\AbstractTransport;

/** Puts each mail into a folder in place of sending it. */
final class MailFolder extends AbstractTransport
{
    public function __construct(private readonly string $folder)
    {
        parent::__construct();
    }

    public function __toString(): string
    {
        return "file://{$this->folder}";
    }

    protected function doSend(SentMessage $message): void
    {
        if (! is_dir($this->folder) && ! @mkdir($this->folder, 0o700, true) && ! is_dir($this->folder)) {
            throw new \RuntimeException("The folder {$this->folder} for mails cannot be made.");
        }
        file_put_contents($this->folder.'/'.now()->format('Ymd-His-u').'-'.bin2hex(random_bytes(3)).'.eml', $message->toString());
    }
}
