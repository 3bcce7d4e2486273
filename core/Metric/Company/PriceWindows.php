<?php

declare(strict_types=1);

namespace Logion\Metric\Company;

use Logion\Market\Indicators;
use Logion\Market\PriceSeries;
use Logion\Time\Window;

/** Windows of the daily prices of a company, and smoothed means over them. */
final class PriceWindows
{
    /** @var array<int, array<int, array<string, int|null>>> first bar by whether the bar before is wanted, last bar and window */
    private array $windows = [];

    public function __construct(private readonly PriceSeries $prices)
    {
    }

    /**
     * First bar of a window that ends with a bar; null if the prices do not reach back to its beginning.
     *
     * @param  bool  $base  whether the bar is wanted that the window begins after, from which returns are measured
     */
    public function windowStart(int $to, float|string $window, bool $base): ?int
    {
        $known = $this->windows[(int) $base][$to] ?? [];
        $name = (string) $window;
        if (! array_key_exists($name, $known)) {
            $of = Window::of($window);
            $known[$name] = $base ? $of->from($this->prices->calendar(), $to) : $of->first($this->prices->calendar(), $to);
            $this->windows[(int) $base][$to] = $known;
        }

        return $known[$name];
    }

    /** @return list<?float> exponential mean of the closes on the days between two bars; null until it begins */
    public function exponentialMean(int $n, int $from, int $to): array
    {
        $start = Indicators::remembers($from, $n);

        return Indicators::ema($this->prices->between('closes', $start, $to), $n, $from - $start);
    }

    /** Relative strength index of a day, by Wilder's smoothing, an exponential mean of weight 1/n; null before it begins. */
    public function relativeStrength(int $n, int $at): ?float
    {
        $start = Indicators::remembers($at, 2 * $n - 1);

        return Indicators::rsi($this->prices->between('closes', $start, $at), $n, $at - $start)[0];
    }
}
