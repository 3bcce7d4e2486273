<?php

declare(strict_types=1);

namespace Logion\Identity;

use Logion\Time\Day;

/** A security under one ticker on one exchange, from a day up to but without another. */
final readonly class DatedListing
{
    /**
     * @param  int  $from  first day YYYYMMDD; 0 where it is not known since when
     * @param  int|null  $to  the day on which it was no longer listed so; null while it is
     * @param  bool  $main  whether its price stands for the security
     */
    public function __construct(
        public int $id,
        public int $company,
        public int $security,
        public string $exchange,
        public string $ticker,
        public string $currency,
        public int $from = 0,
        public ?int $to = null,
        public bool $main = true,
        public ?string $endedBecause = null,
    ) {
    }

    public function isOn(int $day): bool
    {
        return $this->from <= $day && ($this->to === null || $this->to > $day);
    }

    /** The last day it was listed so; for a listing that goes on, its first day. */
    public function lastDay(): int
    {
        return $this->to === null ? $this->from : Day::plus($this->to, -1);
    }

    /** Whether two listings share a day. */
    public function overlaps(self $other): bool
    {
        return ($this->to === null || $this->to > $other->from) && ($other->to === null || $other->to > $this->from);
    }

    /**
     * Those of a security whose prices make its series.
     *
     * @param  list<self>  $listings  perhaps of others too
     * @return list<self> in their order
     */
    public static function mainOf(int $security, array $listings): array
    {
        return array_values(array_filter($listings, static fn (self $of): bool => $of->main && $of->security === $security));
    }

    /**
     * The listing that holds on a day; where none does, the last one before it, else the first after it.
     *
     * @param  list<self>  $listings
     */
    public static function nearest(array $listings, int $day): ?self
    {
        $rank = static fn (self $listing): array => match (true) {
            $listing->isOn($day) => [0, ! $listing->main, -$listing->from, $listing->id],
            $listing->from > $day => [2, $listing->from, ! $listing->main, $listing->id],
            default => [1, -(int) $listing->to, ! $listing->main, $listing->id],
        };
        usort($listings, static fn (self $a, self $b): int => $rank($a) <=> $rank($b));

        return $listings[0] ?? null;
    }
}
