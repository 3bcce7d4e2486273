<?php

declare(strict_types=1);

namespace Logion\Identity;

use Logion\Time\Day;

/**
 * How a company is named in an address, a file or a command: `TICKER` where one company alone has it, `EXCHANGE:TICKER` always,
 * and `EXCHANGE:TICKER@YYYY-MM-DD` for who had it on a day, where another company has it since.
 */
final readonly class Reference implements \Stringable
{
    private const SHAPE = '/^(?:([A-Z0-9]{1,8}):)?([A-Z0-9.\-]{1,12})(?:@(\d{4}-\d{2}-\d{2}))?$/D';

    public function __construct(public ?string $exchange, public string $ticker, public ?int $day = null)
    {
    }

    /**
     * Small letters count as capitals.
     *
     * @return self|null null if the text cannot name a listing
     *
     * @throws \Logion\Time\InvalidDay if its day is none
     */
    public static function read(string $text): ?self
    {
        if (preg_match(self::SHAPE, strtoupper(trim($text)), $m) !== 1) {
            return null;
        }

        return new self($m[1] === '' ? null : $m[1], $m[2], isset($m[3]) ? Day::parse($m[3]) : null);
    }

    public function __toString(): string
    {
        return ($this->exchange === null ? '' : "{$this->exchange}:").
            $this->ticker.
            ($this->day === null ? '' : '@'.Day::iso($this->day));
    }

    /**
     * The listing that is meant, of all that ever had the ticker: the one of the day; where nobody has it on that day, the only
     * company that ever had it, or with an exchange the one that had it last.
     *
     * @param  list<DatedListing>  $listings
     * @return DatedListing|null null if nobody ever had the ticker there
     *
     * @throws AmbiguousReference if several companies are meant
     */
    public function among(array $listings, int $day): ?DatedListing
    {
        $day = $this->day ?? $day;
        $named = array_values(
            array_filter(
                $listings,
                fn (DatedListing $listing): bool => $listing->ticker === $this->ticker &&
                    ($this->exchange === null || $listing->exchange === $this->exchange),
            ),
        );
        $candidates = array_values(array_filter($named, static fn (DatedListing $listing): bool => $listing->isOn($day))) ?: $named;
        $companies = array_unique(array_map(static fn (DatedListing $listing): int => $listing->company, $candidates));
        if (count($companies) > 1 && $this->exchange === null) {
            $choices = [];
            foreach ($candidates as $listing) {
                $choices[(string) self::qualified($listing, $listings, [$day])] = $listing->company;
            }
            throw new AmbiguousReference((string) $this, $choices);
        }

        return DatedListing::nearest($candidates, $day);
    }

    /**
     * The shortest reference that means the company of a listing on each of some days.
     *
     * @param  list<DatedListing>  $listings  all that ever had the ticker
     */
    public static function of(DatedListing $listing, array $listings, int ...$days): self
    {
        $days = array_values($days);
        $short = new self(null, $listing->ticker);

        return $short->alwaysMeans($listing->company, $listings, $days) ? $short : self::qualified($listing, $listings, $days);
    }

    /**
     * The shortest reference that means the company of a listing whatever the day it is asked on.
     *
     * @param  list<DatedListing>  $listings  all that ever had the ticker
     */
    public static function lasting(DatedListing $listing, array $listings): self
    {
        // Between these days nothing changes.
        $days = [
            0,
            ...array_map(static fn (DatedListing $of): int => $of->from, $listings),
            ...array_filter(array_map(static fn (DatedListing $of): ?int => $of->to, $listings)),
        ];

        return self::of($listing, $listings, ...array_values(array_unique($days)));
    }

    /**
     * @param  list<DatedListing>  $listings
     * @param  list<int>  $days
     */
    private static function qualified(DatedListing $listing, array $listings, array $days): self
    {
        $qualified = new self($listing->exchange, $listing->ticker);

        return $qualified->alwaysMeans($listing->company, $listings, $days)
            ? $qualified
            : new self($listing->exchange, $listing->ticker, $listing->lastDay());
    }

    /**
     * @param  list<DatedListing>  $listings
     * @param  list<int>  $days
     */
    private function alwaysMeans(int $company, array $listings, array $days): bool
    {
        foreach ($days as $day) {
            try {
                if ($this->among($listings, $day)?->company !== $company) {
                    return false;
                }
            } catch (AmbiguousReference) {
                return false;
            }
        }

        return true;
    }
}
