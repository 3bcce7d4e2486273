<?php

declare(strict_types=1);

namespace Logion\Peer;

use Logion\Formula\Moment;
use Logion\Metric\CompanyScope;
use Logion\Multiple\CalendarYear;
use Logion\Multiple\Multiple;
use Logion\Time\Day;
use Logion\Time\FiscalPeriod;

/**
 * What is paid for the figures of a calendar year, whatever month a company's fiscal years end in: reported ones, or else expected ones.
 */
final readonly class CalendarMultiple
{
    /** Fiscal years ahead that houses expect figures of. */
    private const AHEAD = 3;

    private const LINES = ['price_to_earnings' => 'earnings_per_share_diluted', 'ev_to_ebitda' => 'ebitda', 'ev_to_sales' => 'revenue'];

    public const MULTIPLES = [Multiple::Earnings, Multiple::Ebitda, Multiple::Sales];

    public function __construct(private CompanyScope $scope)
    {
    }

    /** Null where the price, or a part of the year's figure, is not known, or the figure is not above nothing. */
    public function of(Multiple $multiple, int $calendarYear): ?float
    {
        $value = $this->scope->metric($multiple->isOfEnterprise() ? 'enterprise_value' : 'share_price');

        return Multiple::paid(is_float($value) ? $value : null, $this->figure($multiple, $calendarYear));
    }

    /** Of the calendar year, in the reporting currency; a share where the multiple is of a price. */
    public function figure(Multiple $multiple, int $calendarYear): ?float
    {
        $latest = $this->scope->facts->latestYear();
        $end = $latest === null ? null : $this->scope->facts->periodEnd(FiscalPeriod::year($latest));
        if ($latest === null || $end === null) {
            return null;
        }
        $line = self::LINES[$multiple->value] ?? throw new \InvalidArgumentException("No {$multiple->value} of calendar years is told.");
        // A fiscal year can be named by the calendar year it begins in: what counts is where it ends.
        $fiscal = $latest + $calendarYear - Day::year($end);

        return CalendarYear::figure(
            Day::monthOfYear($end),
            $this->fiscal($line, $fiscal, $latest),
            $this->fiscal($line, $fiscal + 1, $latest),
        );
    }

    private function fiscal(string $line, int $year, int $latest): ?float
    {
        if ($year <= $latest) {
            $value = $this->scope->value($this->scope->catalogue->parse("annual({$line})"), $this->scope->moments->year($year));
        } elseif ($year - $latest <= self::AHEAD) {
            $value = $this->scope->estimate($line, $year - $latest, 0, 'mean', Moment::of('trailing'));
        } else {
            $value = null;
        }

        return is_float($value) ? $value : null;
    }
}
