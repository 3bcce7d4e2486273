<?php

declare(strict_types=1);

namespace App\Following;

use App\Models\Delivery;
use Illuminate\Notifications\Messages\MailMessage;
use Illuminate\Notifications\Notification;
use Logion\Figure\Words;

/** Calls of conditions, told to whoever set them. */
final class ConditionCalled extends Notification
{
    /** @param  list<array<string, mixed>>  $calls  {@see CallReport} */
    public function __construct(private readonly string $channel, private readonly array $calls)
    {
    }

    /** @return list<string> */
    public function via(): array
    {
        return [$this->channel === Delivery::MAIL ? 'mail' : WebhookChannel::class];
    }

    public function toMail(): MailMessage
    {
        $count = count($this->calls);
        $message = (new MailMessage())
            ->subject($count === 1 ? $this->calls[0]['sentence'] : Words::say('mail_of_several_calls', count: $count))
            ->greeting(Words::say('mail_greeting'));
        foreach ($this->calls as $call) {
            $message->line("{$call['day']}: {$call['sentence']}".($call['note'] === null ? '' : " ({$call['note']})"));
        }

        return $message->action(Words::say('open_desk'), url('/desk'));
    }

    /** @return array<string, mixed> */
    public function toWebhook(): array
    {
        return ['event' => 'condition.called', 'calls' => $this->calls];
    }
}
