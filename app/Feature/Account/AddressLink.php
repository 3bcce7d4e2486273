<?php

declare(strict_types=1);

namespace App\Feature\Account;

use Illuminate\Contracts\Encryption\DecryptException;
use Illuminate\Support\Facades\Crypt;

/**
 * What a link holds that is sent to an address: who opens it reads the mail that comes there. Nothing is kept of it; it works until the
 * address has an account, for a day at most.
 */
final class AddressLink
{
    private const HOURS = 24;

    public static function token(string $email): string
    {
        return Crypt::encryptString((string) json_encode(['address' => $email, 'until' => now()->addHours(self::HOURS)->timestamp]));
    }

    /** @return string|null the address it was sent to; null where it is over, or none of ours */
    public static function address(string $token): ?string
    {
        try {
            $of = json_decode(Crypt::decryptString($token), true);
        } catch (DecryptException) {
            return null;
        }

        return is_array($of) && is_string($of['address'] ?? null) && ($of['until'] ?? 0) > now()->timestamp ? $of['address'] : null;
    }
}
