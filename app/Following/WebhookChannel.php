<?php

declare(strict_types=1);

namespace App\Following;

use App\Models\DeliverySettings;
use Illuminate\Support\Facades\Http;
use Logion\Figure\Words;
use RuntimeException;

/**
 * Posts what a notification tells as JSON. The header `Logion-Signature` is the HMAC (RFC 2104, SHA-256, hexadecimal) of the time in
 * `Logion-Time`, a point and the body, made with the secret of who receives it.
 */
final class WebhookChannel
{
    private const SECONDS = 8;

    public function send(DeliverySettings $to, ConditionCalled $notification): void
    {
        $body = (string) json_encode($notification->toWebhook(), JSON_UNESCAPED_SLASHES | JSON_UNESCAPED_UNICODE | JSON_THROW_ON_ERROR);
        $time = (string) now()->getTimestamp();
        $answer = Http::timeout(self::SECONDS)
            ->connectTimeout(self::SECONDS)
            ->withoutRedirecting()
            ->withOptions(['curl' => [CURLOPT_RESOLVE => WebhookHost::pinned((string) $to->webhook)]])
            ->withHeaders(['Logion-Time' => $time, 'Logion-Signature' => self::sign($time, $body, (string) $to->secret)])
            ->withBody($body, 'application/json')
            ->post((string) $to->webhook);
        if (! $answer->successful()) {
            throw new RuntimeException(Words::say('webhook_answered', status: $answer->status()));
        }
    }

    public static function sign(string $time, string $body, string $secret): string
    {
        return hash_hmac('sha256', "{$time}.{$body}", $secret);
    }
}
