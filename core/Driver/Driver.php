<?php

declare(strict_types=1);

namespace Logion\Driver;

/** A figure that revenue is made of: its level year by year, or what it was and how it grows. */
final readonly class Driver
{
    /** @param  float|null  $start  figure of the year before the first, which grows by the rule; null where the rule is its level */
    private function __construct(private Rule $rule, private ?float $start = null)
    {
    }

    public static function level(Rule $rule): self
    {
        return new self($rule);
    }

    public static function growing(float $start, Rule $growth): self
    {
        return new self($growth, $start);
    }

    /** @return list<?float> null from the first year on whose growth is not known */
    public function path(int $years): array
    {
        $path = $this->rule->path($years);
        if ($this->start === null) {
            return $path;
        }
        $figure = $this->start;
        foreach ($path as $t => $growth) {
            $figure = $figure === null || $growth === null ? null : $figure * (1 + $growth);
            $path[$t] = $figure;
        }

        return $path;
    }
}
