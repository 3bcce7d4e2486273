<?php

declare(strict_types=1);

namespace App\Following;

use Logion\Figure\Words;
use RuntimeException;

/**
 * Where a webhook leads. Whoever may set one could make the machine ask itself or its neighbours in their name: addresses that are not
 * of the open network are refused, and the one that was looked at is the one that is asked.
 */
final class WebhookHost
{
    /**
     * @return list<string> the address by which a name is to be reached, as cURL takes it (CURLOPT_RESOLVE); none for an address as such
     *
     * @throws RuntimeException if it is of the inside
     */
    public static function pinned(string $webhook): array
    {
        $parts = parse_url($webhook);
        $host = trim((string) ($parts['host'] ?? ''), '[]');
        $isNumber = filter_var($host, FILTER_VALIDATE_IP) !== false;
        $addresses = $isNumber ? [$host] : self::addresses($host);
        foreach (config('logion.internal_webhooks') ? [] : $addresses as $address) {
            if (! self::isOpen($address)) {
                throw new RuntimeException(Words::say('webhook_leads_inside', host: $host));
            }
        }
        $port = $parts['port'] ?? ($parts['scheme'] === 'https' ? 443 : 80);

        return $isNumber || $addresses === [] ? [] : ["{$host}:{$port}:".implode(',', $addresses)];
    }

    private static function isOpen(string $address): bool
    {
        // An IPv4 address in the clothes of IPv6 leads where the IPv4 address does.
        $bytes = (string) inet_pton($address);
        if (strlen($bytes) === 16 && str_starts_with($bytes, str_repeat("\0", 10)."\xff\xff")) {
            $address = (string) inet_ntop(substr($bytes, 12));
        }

        return filter_var($address, FILTER_VALIDATE_IP, FILTER_FLAG_NO_PRIV_RANGE | FILTER_FLAG_NO_RES_RANGE) !== false &&
            // Shared address space of providers (RFC 6598), which PHP takes for open.
            ! self::isShared($address);
    }

    private static function isShared(string $address): bool
    {
        $number = ip2long($address);

        return $number !== false && ($number & 0xFFC00000) === 0x64400000;
    }

    /** @return list<string> none where the name is not known, which the request then says */
    private static function addresses(string $host): array
    {
        $found = gethostbynamel($host) ?: [];
        foreach (@dns_get_record($host, DNS_AAAA) ?: [] as $record) {
            $found[] = (string) $record['ipv6'];
        }

        return array_values(array_unique($found));
    }
}
