<?php

declare(strict_types=1);

namespace App\Feature\Desk;

use Logion\Figure\Numerals;
use Logion\Figure\Words;
use Logion\Following\CompanyChange;
use Logion\Time\Day;

/** A change in a sentence, with its figures. */
final readonly class ChangeWords
{
    /** Dividends that moved less, as a fraction, are called the same. */
    private const LEAST_DIVIDEND = 0.005;

    public static function of(CompanyChange $change): string
    {
        $of = $change->figures;

        return match ($change->kind) {
            'broken', 'called' => $of['short'].($of['note'] === null ? '' : " ({$of['note']})"),
            'restatement', 'event' => (string) $of['title'],
            'result' => self::result($change),
            'rating' => Words::say(
                'desk_rating',
                house: $of['house'],
                before: $of['before'],
                rating: $of['rating'],
                target: self::money($of['target']),
            ),
            'insider' => Words::say('desk_insiders_bought', people: $of['people'], shares: Numerals::decimal($of['shares'])),
            'sold' => Words::say('desk_insiders_sold', people: $of['people'], shares: Numerals::decimal($of['shares'])),
            'dividend' => self::dividend($change),
            'revision' => Words::say(
                'desk_revision',
                year: $of['year'],
                before: self::money($of['before']),
                now: self::money($of['now']),
                percent: self::percent($change->size),
            ),
            'price' => Words::say(
                'desk_price_moved',
                before: self::money($of['before']),
                now: self::money($of['now']),
                percent: self::percent($change->size),
            ),
            default => throw new \LogicException("Nobody says what a change of the kind {$change->kind} is."),
        };
    }

    private static function result(CompanyChange $change): string
    {
        $of = $change->figures;
        if (! isset($of['actual'])) {
            return (string) $of['title'];
        }
        $actual = self::money($of['actual']);

        return $change->size === null
            ? Words::say('desk_result', title: $of['title'], actual: $actual)
            : Words::say(
                'desk_result_surprise',
                title: $of['title'],
                actual: $actual,
                expected: self::money($of['consensus']),
                percent: self::percent($change->size),
            );
    }

    private static function dividend(CompanyChange $change): string
    {
        $of = $change->figures;

        return Words::say(
            'desk_dividend',
            amount: Numerals::decimal((float) $of['amount'], 4),
            currency: $of['currency'],
            day: Day::iso((int) $of['ex_date']),
            change: match (true) {
                (bool) $of['special'] => Words::say('desk_dividend_special'),
                $change->size === null || abs($change->size) < self::LEAST_DIVIDEND => '',
                default => Words::say('desk_dividend_changed', percent: self::percent($change->size)),
            },
        );
    }

    private static function money(float|string $of): string
    {
        return Numerals::decimal((float) $of, 2);
    }

    private static function percent(?float $of): string
    {
        return ($of > 0 ? '+' : '').Numerals::decimal(100 * (float) $of, 1);
    }
}
