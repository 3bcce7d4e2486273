<?php

declare(strict_types=1);

namespace App\Following;

use Illuminate\Support\Facades\Storage;
use Illuminate\Support\Str;
use Symfony\Component\Mailer\SentMessage;
use Symfony\Component\Mailer\Transport\AbstractTransport;

/** Stands in for a mail server: keeps each mail as a file that any mail program opens. */
final class MailCatcher extends AbstractTransport
{
    public const FOLDER = 'mail';

    public function __toString(): string
    {
        return 'catcher';
    }

    protected function doSend(SentMessage $message): void
    {
        Storage::disk('local')->put(self::FOLDER.'/'.now()->format('Ymd-His').'-'.Str::ulid().'.eml', $message->toString());
    }
}
