<?php

declare(strict_types=1);

namespace App\Feature\Account;

use Illuminate\Notifications\Messages\MailMessage;
use Illuminate\Notifications\Notification;
use Logion\Figure\Words;

/** The link with which somebody chooses another password. */
final class PasswordForgotten extends Notification
{
    public function __construct(private readonly string $link)
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
            ->subject(Words::say('mail_password_forgotten'))
            ->greeting(Words::say('mail_greeting'))
            ->line(Words::say('mail_password_how'))
            ->action(Words::say('choose_a_password'), $this->link)
            ->line(Words::say('mail_password_not_you'));
    }
}
