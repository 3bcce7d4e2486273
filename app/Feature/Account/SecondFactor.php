<?php

declare(strict_types=1);

namespace App\Feature\Account;

use App\Models\User;
use App\Storage\AuditLog;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\Crypt;
use Illuminate\Support\Str;
use Illuminate\Validation\ValidationException;
use Logion\Figure\Words;

/** A code of an authenticator program, asked for beside the password; codes of paper stand in for a program that is lost. */
final class SecondFactor
{
    private const RECOVERY_CODES = 8;

    private const RECOVERY_LENGTH = 10;

    public static function isOn(User $user): bool
    {
        return $user->factor_confirmed_at !== null;
    }

    /** @return string the secret, which counts once a code of it was given */
    public static function begin(User $user): string
    {
        $secret = TimeCode::secret();
        $user->update(['factor_secret' => Crypt::encryptString($secret), 'factor_confirmed_at' => null, 'factor_step' => null]);

        return $secret;
    }

    /**
     * @return list<string> codes of paper, told once
     *
     * @throws ValidationException if the code is not of the secret
     */
    public static function confirm(User $user, string $code): array
    {
        $step = $user->factor_secret === null ? null : TimeCode::step(self::secret($user), $code, (int) now()->timestamp);
        if ($step === null) {
            throw ValidationException::withMessages(['code' => Words::say('code_is_not_it')]);
        }
        $codes = array_map(static fn (): string => Str::lower(Str::random(self::RECOVERY_LENGTH)), range(1, self::RECOVERY_CODES));
        $user->update([
            'factor_confirmed_at' => now(),
            'factor_step' => $step,
            'recovery_codes' => json_encode(array_map(self::digest(...), $codes)),
        ]);

        return $codes;
    }

    public static function remove(User $user): void
    {
        $user->update(['factor_secret' => null, 'factor_confirmed_at' => null, 'factor_step' => null, 'recovery_codes' => null]);
    }

    /**
     * A code counts once, whether of the program or of paper.
     *
     * @throws ValidationException if a code is wanted and is missing or wrong
     */
    public static function check(User $user, string $code, Request $request): void
    {
        if (! self::isOn($user)) {
            return;
        }
        $code = Str::lower((string) preg_replace('/\s+/', '', $code));
        if ($code === '') {
            throw ValidationException::withMessages(['code' => Words::say('code_is_wanted')]);
        }
        if (! self::takes($user, $code, $request)) {
            AuditLog::record($user, 'second_factor_refused', address: $request->ip());
            throw ValidationException::withMessages(['code' => Words::say('code_is_not_it')]);
        }
        $user->refresh();
    }

    private static function takes(User $user, string $code, Request $request): bool
    {
        $step = TimeCode::step(self::secret($user), $code, (int) now()->timestamp, $user->factor_step);
        if ($step !== null) {
            // Two who send the same code at once: one of them finds it taken.
            return User::query()
                ->whereKey($user->id)
                ->where(static fn ($of) => $of->whereNull('factor_step')->orWhere('factor_step', '<', $step))
                ->toBase()
                ->update(['factor_step' => $step]) === 1;
        }
        $left = json_decode((string) $user->recovery_codes, true) ?: [];
        foreach ($left as $i => $digest) {
            if (hash_equals($digest, self::digest($code))) {
                unset($left[$i]);
                $isFirst = User::query()
                    ->whereKey($user->id)
                    ->where('recovery_codes', $user->recovery_codes)
                    ->toBase()
                    ->update(['recovery_codes' => json_encode(array_values($left))]) === 1;
                $isFirst && AuditLog::record($user, 'recovery_code_used', (string) count($left), $request->ip());

                return $isFirst;
            }
        }

        return false;
    }

    /** Codes are drawn, not chosen: no dictionary finds them, and without the key of the installation nothing can be tried. */
    private static function digest(string $code): string
    {
        return hash_hmac('sha256', $code, (string) config('app.key'));
    }

    private static function secret(User $user): string
    {
        return Crypt::decryptString((string) $user->factor_secret);
    }
}
