<?php

declare(strict_types=1);

namespace App\Storage;

/** What is to be computed of a day, and of whom; the rest is carried over from a day before. */
final readonly class DayPlan
{
    /**
     * @param  int|null  $before  day whose columns are there; null where nothing can be carried over
     * @param  list<int>  $companies  of the day, of whom what moves daily is computed
     * @param  list<int>  $anew  those of them of whom everything is
     * @param  list<int>  $reported  those whose statements are checked, which may not be of the day any more, and whose yearly figures are
     *     others; where nothing can be carried over those of all are looked for
     */
    public function __construct(
        public ?int $before,
        public int $day,
        public array $companies,
        public array $anew,
        public array $reported,
    ) {
    }

    /** @return list<int> companies whose data it rests on */
    public function lookedAt(): array
    {
        return [...$this->companies, ...$this->reported];
    }

    /**
     * The same, company by company shared out.
     *
     * @param  list<list<int>>  $shares  companies of each part, all of them in their order
     * @return non-empty-list<self>
     */
    public function parts(array $shares): array
    {
        $gone = array_values(array_diff($this->reported, $this->companies));
        $parts = [];
        foreach ($shares ?: [[]] as $some) {
            $parts[] = new self(
                $this->before,
                $this->day,
                $some,
                array_values(array_intersect($some, $this->anew)),
                [...$parts === [] ? $gone : [], ...array_intersect($some, $this->reported)],
            );
        }

        return $parts;
    }

    /** @param  non-empty-list<self>  $parts  in their order */
    public static function joined(array $parts): self
    {
        $all = static fn (string $of): array => array_merge(...array_column($parts, $of));

        return new self($parts[0]->before, $parts[0]->day, $all('companies'), $all('anew'), $all('reported'));
    }

    /** @param  array{before: int|null, day: int, companies: list<int>, anew: list<int>, reported: list<int>}  $asked  its properties */
    public static function of(array $asked): self
    {
        return new self($asked['before'], $asked['day'], $asked['companies'], $asked['anew'], $asked['reported']);
    }
}
