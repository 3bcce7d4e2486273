<?php

declare(strict_types=1);

namespace App\Feature\Account;

use Illuminate\Notifications\Messages\MailMessage;
use Illuminate\Notifications\Notification;
use Logion\Figure\Words;

/** The link with which somebody makes an account, or chooses another password for the one their address has. */
final class AccountLink extends Notification
{
    public function __construct(private readonly string $link, private readonly bool $isNew)
    {
    }

    /** @return list<string> */
    public function via(): array
    {
        return ['mail'];
    }

    public function toMail(): MailMessage
    {
        return (new MailMessage())
            ->subject(Words::say('mail_account_asked'))
            ->greeting(Words::say('mail_greeting'))
            ->line($this->isNew ? Words::say('mail_account_how') : Words::say('mail_account_is_there'))
            ->action($this->isNew ? Words::say('make_an_account') : Words::say('choose_a_password'), $this->link)
            ->line(Words::say('mail_account_not_you'));
    }
}
