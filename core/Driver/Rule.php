<?php

declare(strict_types=1);

namespace Logion\Driver;

use Logion\Statistics\Descriptive;

/** How a figure goes on over the years of a forecast. */
final readonly class Rule
{
    /**
     * @param  'constant'|'values'|'step'|'fade'|'mean'|'median'  $kind
     * @param  list<?float>  $figures  the constant, one a year, start and step, or from and to
     * @param  int|null  $years  in which a fade arrives; all where null
     * @param  list<int>  $excluded  past years that a mean or median leaves out
     */
    private function __construct(private string $kind, private array $figures, private ?int $years = null, private array $excluded = [])
    {
    }

    public static function constant(float $value): self
    {
        return new self('constant', [$value]);
    }

    /** @param  list<?float>  $values  one a year; a year that is not given is not known */
    public static function values(array $values): self
    {
        return new self('values', $values);
    }

    /** More by the same amount every year, the first year included. */
    public static function step(float $start, float $step): self
    {
        return new self('step', [$start, $step]);
    }

    /** A straight line that reaches its end in a year and stays there; in the last year of the forecast where none is given. */
    public static function fade(float $from, float $to, ?int $years = null): self
    {
        return new self('fade', [$from, $to], $years);
    }

    /** @param  list<int>  $excluded */
    public static function mean(array $excluded = []): self
    {
        return new self('mean', [], excluded: $excluded);
    }

    /** @param  list<int>  $excluded */
    public static function median(array $excluded = []): self
    {
        return new self('median', [], excluded: $excluded);
    }

    /**
     * The figure of each year.
     *
     * @param  array<int, float|null>  $history  of the same figure, by year, for mean and median
     * @return list<?float> null where it is not known
     */
    public function path(int $years, array $history = []): array
    {
        $of = $this->figures;
        $level = match ($this->kind) {
            'mean' => Descriptive::mean(self::known($history, $this->excluded)),
            'median' => Descriptive::median(self::known($history, $this->excluded)),
            default => null,
        };
        $path = [];
        for ($t = 1; $t <= $years; $t++) {
            $arrives = max(1, $this->years ?? $years);
            $path[] = match ($this->kind) {
                'constant' => $of[0],
                'values' => $of[$t - 1] ?? null,
                'step' => $of[0] + $of[1] * $t,
                'fade' => $of[0] + (($of[1] - $of[0]) * min($t, $arrives)) / $arrives,
                default => $level,
            };
        }

        return $path;
    }

    /**
     * @param  array<int, float|null>  $history
     * @param  list<int>  $excluded
     * @return list<float>
     */
    private static function known(array $history, array $excluded): array
    {
        return Descriptive::known(array_values(array_diff_key($history, array_flip($excluded))));
    }
}
