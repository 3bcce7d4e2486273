<?php

declare(strict_types=1);

namespace App\Storage\Identity;

use Logion\Identity\DatedListing;
use Logion\Identity\FormerValues;
use Logion\Intake\FiscalCalendar;

/** What a company is and was called on a day, what it reports in, and where its shares are listed. */
final readonly class CompanyIdentity
{
    public const ALWAYS = [0, PHP_INT_MAX];

    /**
     * @param  string  $reference  how the company can be referred to, whatever the day
     * @param  int  $security  the class whose price stands for the company
     * @param  list<array{id: int, kind: string, name: string, main: bool, entitlement: float}>  $securities  the main one first
     * @param  list<DatedListing>  $listings  of all its securities, main ones first, by first day
     * @param  FormerValues  $former  what was different before the day
     * @param  'ends'|'begins'|null  $fiscalYears  by which calendar year fiscal years are numbered; null where nobody said it
     * @param  array{int, int}  $yearEndSpan  the day from which its fiscal year has ended in that month, and the one from which it no
     *     longer does
     */
    public function __construct(
        public int $id,
        public string $reference,
        public string $name,
        public string $country,
        public string $sector,
        public string $template,
        public string $reportingCurrency,
        public int $yearEndMonth,
        public string $description,
        public int $security,
        public array $securities,
        public array $listings,
        public FormerValues $former,
        public int $day,
        public ?string $fiscalYears = null,
        public array $yearEndSpan = self::ALWAYS,
    ) {
    }

    /** How the company counts its fiscal years. */
    public function calendar(): FiscalCalendar
    {
        return new FiscalCalendar($this->yearEndMonth, $this->fiscalYears === FiscalCalendar::BEGINS);
    }

    /** How it counted them on an earlier day. */
    public function calendarOn(int $day): FiscalCalendar
    {
        return new FiscalCalendar(
            (int) $this->former->on(FormerValues::FISCAL_YEAR_END, (string) $this->yearEndMonth, $day),
            $this->fiscalYears === FiscalCalendar::BEGINS,
        );
    }

    /** Whether a report of a day counts periods as this day does: what is told for years that ended otherwise cannot be set beside them. */
    public function countsPeriodsAsOn(int $day): bool
    {
        return $day >= $this->yearEndSpan[0] && $day < $this->yearEndSpan[1];
    }

    /** The listing of the main class whose price stands for the company on the day. */
    public function listing(): DatedListing
    {
        return DatedListing::nearest($this->main($this->security), $this->day) ??
            throw new \LogicException("{$this->name} has no listing.");
    }

    /** @return list<DatedListing> the listings whose prices make the series of a security, one after another */
    public function main(int $security): array
    {
        return DatedListing::mainOf($security, $this->listings);
    }
}
