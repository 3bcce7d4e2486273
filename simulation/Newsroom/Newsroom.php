<?php

declare(strict_types=1);

namespace Simulation\Newsroom;

use Logion\Time\Day;
use Simulation\Company\Charter;
use Simulation\Publication;
use Simulation\Subject;
use Simulation\Wire;

/** Short plain notices of what happened to a company; each tells figures that stand elsewhere too. */
final class Newsroom
{
    /** Notices are kept from this day on. */
    private const FIRST_DAY = 20210101;

    private const MONTHS = [3 => 'March', 6 => 'June', 9 => 'September', 12 => 'December'];

    private const QUARTERS = [1 => 'first', 'second', 'third', 'fourth'];

    public static function listed(Wire $wire, Charter $charter, float $price): void
    {
        $text = "Shares of {$charter->name} are traded from today. The first price is expected near ".self::money($price).'.';
        self::tell($wire, 430, $charter, 'listing', "{$charter->name} comes to the market", $text);
    }

    /**
     * @param  array<string, int|float>  $lines  thousands
     * @param  float  $sales  revenue beyond what was expected, a fraction
     */
    public static function results(
        Wire $wire,
        int $minute,
        Charter $charter,
        int $period,
        array $lines,
        float $earnings,
        float $expected,
        float $sales,
    ): void {
        $quarter = self::QUARTERS[$period % 10];
        $currency = $charter->reportingCurrency;
        $amount = number_format($earnings, 2);
        $off = $expected != 0.0 ? ($earnings - $expected) / abs($expected) : 0.0;
        $beside = match (true) {
            $earnings >= 0 && $expected < 0 => 'where a loss was expected',
            $earnings < 0 && $expected >= 0 => 'where a profit was expected',
            $off > 0.02 => round(100 * min(9.99, $off)).' % more than expected',
            $off < -0.02 => round(100 * min(9.99, -$off)).' % less than expected',
            default => 'as expected',
        };
        $verb = $earnings >= 0 ? 'earned' : 'lost';
        $amount = ltrim($amount, '-');
        $text =
            "{$charter->name} {$verb} {$amount} {$currency} a share in the {$quarter} quarter, {$beside}. ".
            'Revenue was '.
            self::thousands($lines['revenue'], $currency).
            (abs($sales) < 0.005
                ? ', as the houses had reckoned.'
                : ', '.round(100 * abs($sales), 1).' % '.($sales > 0 ? 'above' : 'below').' what they had reckoned.');
        $title =
            "{$charter->name}: {$quarter} quarter ".
            match (true) {
                $beside === 'as expected' => 'as expected',
                str_contains($beside, 'more') || str_contains($beside, 'a loss was') => 'better than expected',
                default => 'worse than expected',
            };
        self::tell($wire, $minute, $charter, 'results', $title, $text);
    }

    public static function cut(Wire $wire, int $minute, Charter $charter, float $share): void
    {
        $percent = round(100 * $share);
        $text =
            $percent >= 99
                ? "{$charter->name} pays no dividend until further notice."
                : "{$charter->name} pays a dividend {$percent} % lower than before.";
        self::tell($wire, $minute, $charter, 'dividend', "{$charter->name} lowers its dividend", $text);
    }

    /** @param  float  $share  new shares to old ones */
    public static function issued(Wire $wire, Charter $charter, float $share, int $thousands, bool $isRight): void
    {
        $percent = round(100 * $share, 1);
        $amount = self::thousands($thousands, $charter->reportingCurrency);
        $text = $isRight
            ? "Holders of {$charter->name} may take up new shares below the market's price: {$percent} new ones for a hundred old. ".
                "It raises {$amount}."
            : "{$charter->name} placed new shares, {$percent} % of those there were, and raised {$amount}.";
        self::tell($wire, 405, $charter, 'issue', "{$charter->name} raises money", $text);
    }

    /** @param  array{announced: int, closes: int, premium: float, buyer: string, fails: bool, price: float, cash: float}  $offer */
    public static function offered(Wire $wire, Charter $charter, array $offer): void
    {
        $premium = round(100 * ($offer['premium'] - 1));
        $paid = $offer['cash'] >= 1 ? 'in cash' : ($offer['cash'] <= 0 ? 'in its own shares' : 'in cash and its own shares');
        $text =
            "{$offer['buyer']} offers ".
            self::money($offer['price']).
            " for each share of {$charter->name}, {$premium} % above the last ".
            "price, {$paid}.";
        self::tell($wire, 441, $charter, 'takeover', "{$offer['buyer']} bids for {$charter->name}", $text);
    }

    public static function willSeparate(Wire $wire, Charter $charter, Charter $business, int $on): void
    {
        $text =
            "{$charter->name} will hand the shares of {$business->name}, which it owns wholly, to its shareholders on ".
            Day::iso($on).
            '. From then on the accounts are without it.';
        self::tell($wire, Publication::MORNING, $charter, 'spin_off', "{$charter->name} parts with {$business->name}", $text);
    }

    public static function separated(Wire $wire, Charter $charter, Charter $business, int $ownersForOne): void
    {
        $for = $ownersForOne === 1 ? 'each share' : "every {$ownersForOne} shares";
        $text = "Holders of {$charter->name} get one share of {$business->name} for {$for}. Both are traded apart from today.";
        self::tell($wire, 431, $charter, 'spin_off', "{$business->name} leaves {$charter->name}", $text);
    }

    public static function yearEnd(Wire $wire, int $minute, Charter $charter): void
    {
        $month = self::MONTHS[$charter->yearEndMonth];
        $text = "Fiscal years of {$charter->name} end in {$month} from now on. It tells the years before anew, as if they always had.";
        self::tell($wire, $minute, $charter, 'year_end', "{$charter->name} moves the end of its year to {$month}", $text);
    }

    /** @param  float  $factor  what is left of the revenue that was told */
    public static function restated(Wire $wire, int $minute, Charter $charter, int $year, float $factor): void
    {
        $percent = round(100 * (1 - $factor), 1);
        $text = "{$charter->name} tells {$year} anew: revenue is {$percent} % lower than was told, and what is owed to it with it.";
        self::tell($wire, $minute, $charter, 'restatement', "{$charter->name} restates {$year}", $text);
    }

    public static function insolvent(Wire $wire, Charter $charter): void
    {
        $text = "{$charter->name} cannot pay its creditors. Its shares will be struck off within weeks.";
        self::tell($wire, 1100, $charter, 'insolvency', "{$charter->name} is insolvent", $text);
    }

    public static function rated(
        Wire $wire,
        int $minute,
        Charter $charter,
        string $house,
        string $rating,
        ?string $before,
        float $target,
    ): void {
        $words = ['buy' => 'to buy', 'hold' => 'to hold', 'sell' => 'to sell'];
        $text =
            $before === null
                ? "{$house} begins to write on {$charter->name} and advises {$words[$rating]}, with a target of ".
                    self::money($target).
                    '.'
                : "{$house} advises {$words[$rating]} shares of {$charter->name} after advising {$words[$before]}; its target is ".
                    self::money($target).
                    '.';
        self::tell($wire, $minute, $charter, 'broker', "{$house} on {$charter->name}", $text);
    }

    private static function tell(Wire $wire, int $minute, Charter $charter, string $kind, string $title, string $text): void
    {
        if ($wire->day >= self::FIRST_DAY) {
            $wire->publish(Subject::News, $minute, ['company' => $charter->id, 'kind' => $kind, 'title' => $title, 'text' => $text]);
        }
    }

    private static function money(float $price): string
    {
        return number_format($price, 2, '.', ' ').' XCR';
    }

    private static function thousands(int|float $amount, string $currency): string
    {
        return match (true) {
            $amount >= 1e6 => number_format($amount / 1e6, 2, '.', ' ')." thousand million {$currency}",
            default => number_format($amount / 1e3, 1, '.', ' ')." million {$currency}",
        };
    }
}
