<?php

declare(strict_types=1);

namespace App\Feature\Account;

use Closure;
use Illuminate\Contracts\Validation\DataAwareRule;
use Illuminate\Contracts\Validation\ValidationRule;
use Logion\Figure\Words;

/** A password nobody else comes upon soon: long enough, not one that many use, and not one's own name. */
final class GoodPassword implements DataAwareRule, ValidationRule
{
    private const LEAST = 10;

    /** What bcrypt reads of it; whatever came after would not count. */
    private const MOST_BYTES = 72;

    /** Fewer different characters are soon tried through. */
    private const LEAST_DIFFERENT = 5;

    /** Shorter parts of a name stand in many a password by chance. */
    private const LEAST_OF_NAME = 4;

    /** Rows of a keyboard, forwards; backwards they are looked for too. */
    private const ROWS = ['01234567890', 'abcdefghijklmnopqrstuvwxyz', 'qwertzuiop', 'qwertyuiop', 'asdfghjkl', 'yxcvbnm', 'zxcvbnm'];

    /** @var array<string, mixed> */
    private array $data = [];

    /** @param  list<string>  $names  of the account, beside those that are handed in with it */
    public function __construct(private readonly array $names = [])
    {
    }

    /** @param  array<string, mixed>  $data */
    public function setData(array $data): static
    {
        $this->data = $data;

        return $this;
    }

    public function validate(string $attribute, mixed $value, Closure $fail): void
    {
        $wrong = is_string($value) ? $this->wrong($value) : null;
        if ($wrong !== null) {
            $fail($wrong);
        }
    }

    private function wrong(string $password): ?string
    {
        $lower = mb_strtolower($password);

        return match (true) {
            str_contains($password, "\0") => Words::say('password_with_nul'),
            mb_strlen($password) < self::LEAST => Words::say('password_too_short', least: self::LEAST),
            strlen($password) > self::MOST_BYTES => Words::say('password_too_long', most: self::MOST_BYTES, bytes: strlen($password)),
            count(array_unique(mb_str_split($lower))) < self::LEAST_DIFFERENT => Words::say(
                'password_of_few_letters',
                least: self::LEAST_DIFFERENT,
            ),
            self::isCommon($lower) => Words::say('password_is_common'),
            $this->isOwnName($lower) => Words::say('password_is_ones_name'),
            default => null,
        };
    }

    /** One of those that many use, with figures or signs before or behind it too; or a row of the keyboard. */
    private static function isCommon(string $lower): bool
    {
        static $common = null;
        $common ??= array_fill_keys(file(resource_path('accounts/common-passwords.txt'), FILE_IGNORE_NEW_LINES) ?: [], true);
        $bare = (string) preg_replace('/^[^\p{L}]+|[^\p{L}]+$/u', '', $lower);
        foreach (self::ROWS as $row) {
            foreach ([$row, strrev($row)] as $way) {
                if ((strlen($bare) >= self::LEAST_OF_NAME && str_contains($way, $bare)) || str_contains($way, $lower)) {
                    return true;
                }
            }
        }

        return isset($common[$lower]) || isset($common[$bare]);
    }

    private function isOwnName(string $lower): bool
    {
        $names = [...$this->names, $this->data['name'] ?? '', $this->data['email'] ?? ''];
        foreach (array_filter($names, is_string(...)) as $name) {
            foreach (preg_split('/[^\p{L}\p{N}]+/u', mb_strtolower($name)) ?: [] as $part) {
                // What is left of it without the name must still be a password.
                if (
                    mb_strlen($part) >= self::LEAST_OF_NAME &&
                    mb_strlen(str_replace($part, '', $lower)) < self::LEAST - self::LEAST_OF_NAME
                ) {
                    return true;
                }
            }
        }

        return false;
    }
}
