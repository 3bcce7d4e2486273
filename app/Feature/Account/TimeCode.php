<?php

declare(strict_types=1);

namespace App\Feature\Account;

/**
 * Codes of six digits that change every half minute, computed of a shared secret and the time: RFC 6238 with the values every
 * authenticator program takes (SHA-1, 30 seconds, six digits), on top of RFC 4226.
 */
final class TimeCode
{
    private const SECONDS = 30;

    private const DIGITS = 6;

    /** Clocks differ: the half minute before and the one after count too. */
    private const STEPS_APART = 1;

    private const ALPHABET = 'ABCDEFGHIJKLMNOPQRSTUVWXYZ234567';

    private const SECRET_BYTES = 20;

    /** A new secret, in base 32 (RFC 4648) without padding. */
    public static function secret(): string
    {
        $bits = '';
        foreach (str_split(random_bytes(self::SECRET_BYTES)) as $byte) {
            $bits .= str_pad(decbin(ord($byte)), 8, '0', STR_PAD_LEFT);
        }

        return implode('', array_map(static fn (string $five): string => self::ALPHABET[bindec($five)], str_split($bits, 5)));
    }

    /** @param  int  $step  half minutes since 1970 */
    public static function at(string $secret, int $step): string
    {
        $digest = hash_hmac('sha1', pack('J', $step), self::decoded($secret), true);
        $offset = ord($digest[19]) & 15;
        $number = (unpack('N', substr($digest, $offset, 4)) ?: [1 => 0])[1] & 0x7FFFFFFF;

        return str_pad((string) ($number % 10 ** self::DIGITS), self::DIGITS, '0', STR_PAD_LEFT);
    }

    /**
     * Which half minute a code is of, near the present one.
     *
     * @param  int|null  $after  the last that was taken: it and those before it do not count again
     */
    public static function step(string $secret, string $code, int $time, ?int $after = null): ?int
    {
        $now = intdiv($time, self::SECONDS);
        for ($step = $now - self::STEPS_APART; $step <= $now + self::STEPS_APART; $step++) {
            if ($step > ($after ?? -1) && hash_equals(self::at($secret, $step), $code)) {
                return $step;
            }
        }

        return null;
    }

    /** What an authenticator program reads, mostly as a picture. */
    public static function address(string $secret, string $issuer, string $account): string
    {
        return sprintf(
            'otpauth://totp/%s:%s?%s',
            rawurlencode($issuer),
            rawurlencode($account),
            http_build_query(['secret' => $secret, 'issuer' => $issuer], '', '&', PHP_QUERY_RFC3986),
        );
    }

    private static function decoded(string $secret): string
    {
        $bits = '';
        foreach (str_split($secret) as $letter) {
            $bits .= str_pad(decbin((int) strpos(self::ALPHABET, $letter)), 5, '0', STR_PAD_LEFT);
        }

        return implode(
            '',
            array_map(
                static fn (string $eight): string => chr((int) bindec($eight)),
                str_split(substr($bits, 0, 8 * intdiv(strlen($bits), 8)), 8),
            ),
        );
    }
}
