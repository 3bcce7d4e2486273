<?php

declare(strict_types=1);

namespace Logion\Metrics\Formula;

use Closure;
use Logion\Absence;
use Logion\AbsenceKind;
use Logion\Market\Indicators;
use Logion\Metrics\CompanyScope;
use Logion\Metrics\Moment;
use Logion\Risk\Drawdown;
use Logion\Risk\Volatility;
use Logion\Statistics\Descriptive;
use Logion\Statistics\Quantile;

/**
 * The functions of the language. Each is written once; interpreter and compiler call the same meaning.
 *
 * Window rule: members without a value are dropped; at least 70 % of n (rounded up) must remain, else there is not enough
 * history, or the result is not meaningful when not-meaningful members are the cause. Market windows need 80 % of their days.
 */
final class Functions
{
    /** Members of a window that must have a value. */
    private const WINDOW_SHARE = 0.7;

    private const MARKET_WINDOW_SHARE = 0.8;

    /** @var array<string, FunctionDefinition>|null */
    private static ?array $all = null;

    /** Functions that compare a company with others and so need a universe. */
    public const CROSS_SECTION = ['sector_median', 'sector_rank', 'universe_percentile', 'sector_percentile', 'universe_place', 'sector_place'];

    /** @return array<string, FunctionDefinition> */
    public static function all(): array
    {
        if (self::$all === null) {
            self::$all = [];
            foreach ([...self::arithmetic(), ...self::time(), ...self::expectations(), ...self::market(), ...self::crossSection()] as $definition) {
                self::$all[$definition->name] = $definition;
            }
        }

        return self::$all;
    }

    /** @return list<FunctionDefinition> */
    private static function arithmetic(): array
    {
        $pair = static fn (Closure $of): Closure => static function (CompanyScope $s, Moment $m, array $a) use ($of): float|Absence {
            $x = $a[0]($s, $m);
            if ($x instanceof Absence) {
                return $x;
            }
            $y = $a[1]($s, $m);

            return $y instanceof Absence ? $y : $of($x, $y);
        };
        $one = static fn (Closure $of): Closure => static function (CompanyScope $s, Moment $m, array $a) use ($of): float|Absence {
            $x = $a[0]($s, $m);

            return $x instanceof Absence ? $x : $of($x);
        };

        return [
            new FunctionDefinition('min', ['expression', 'expression'], 'same', 'the smaller of two', $pair(static fn (float $x, float $y): float => min($x, $y))),
            new FunctionDefinition('max', ['expression', 'expression'], 'same', 'the larger of two', $pair(static fn (float $x, float $y): float => max($x, $y))),
            new FunctionDefinition('abs', ['expression'], 'same', 'without its sign', $one(static fn (float $x): float => abs($x))),
            new FunctionDefinition('ln', ['expression'], 'ratio', 'natural logarithm', $one(static fn (float $x): float|Absence => $x > 0 ? log($x) : Absence::notMeaningful('The logarithm of a number that is not positive does not exist.'))),
            new FunctionDefinition('sqrt', ['expression'], 'same', 'square root', $one(static fn (float $x): float|Absence => $x >= 0 ? sqrt($x) : Absence::notMeaningful('The square root of a negative number does not exist.'))),
        ];
    }

    /** @return list<FunctionDefinition> */
    private static function time(): array
    {
        $window = static fn (Closure $of): Closure => static function (CompanyScope $s, Moment $m, array $a) use ($of): float|Absence {
            $members = self::window($s, $m, $a[0], (int) $a[1]);

            return $members instanceof Absence ? $members : $of($members);
        };
        // A figure now and n fiscal years earlier; the first without a value decides.
        $ends = static fn (Closure $of): Closure => static function (CompanyScope $s, Moment $m, array $a) use ($of): float|Absence {
            $now = $a[0]($s, $m);
            if ($now instanceof Absence) {
                return $now;
            }
            $before = $a[0]($s, $m->yearsAgo((int) $a[1]));

            return $before instanceof Absence ? $before : $of($now, $before, (float) $a[1]);
        };
        $over = ['expression', 'whole number'];

        return [
            new FunctionDefinition('ago', $over, 'same', 'the expression n fiscal years earlier', static fn (CompanyScope $s, Moment $m, array $a): float|Absence => $a[0]($s, $m->yearsAgo((int) $a[1]))),
            new FunctionDefinition('quarters_ago', $over, 'same', 'the expression n quarters earlier', static fn (CompanyScope $s, Moment $m, array $a): float|Absence => $a[0]($s, $m->quartersAgo((int) $a[1]))),
            new FunctionDefinition('average_balance', ['expression'], 'same', 'mean of the figure and its value a year earlier', static function (CompanyScope $s, Moment $m, array $a): float|Absence {
                $now = $a[0]($s, $m);
                if ($now instanceof Absence) {
                    return $now;
                }
                $before = $a[0]($s, $m->yearsAgo(1));

                return $before instanceof Absence ? $before : ($now + $before) / 2;
            }),
            new FunctionDefinition('growth', $over, 'ratio', 'change over n fiscal years as a fraction of the earlier figure', $ends(
                static fn (float $now, float $before): float|Absence => $before > 0 ? $now / $before - 1 : Absence::notMeaningful('Growth from a base that is not positive says nothing.'),
            )),
            new FunctionDefinition('cagr', $over, 'ratio', 'compound growth a year over n fiscal years', $ends(
                static fn (float $now, float $before, float $years): float|Absence => $before > 0 && $now > 0 && $years > 0 ? ($now / $before) ** (1 / $years) - 1 : Absence::notMeaningful('A growth rate needs a positive figure at both ends.'),
            )),
            new FunctionDefinition('mean_of', $over, 'same', 'mean over the last n completed fiscal years', $window(static fn (array $x): float => array_sum($x) / count($x))),
            new FunctionDefinition('median_of', $over, 'same', 'median over the last n completed fiscal years', $window(static fn (array $x): float => (float) Descriptive::median(array_values($x)))),
            new FunctionDefinition('lowest', $over, 'same', 'lowest of the last n completed fiscal years', $window(static fn (array $x): float => (float) min(INF, ...$x))),
            new FunctionDefinition('highest', $over, 'same', 'highest of the last n completed fiscal years', $window(static fn (array $x): float => (float) max(-INF, ...$x))),
            new FunctionDefinition('stdev_of', $over, 'same', 'sample deviation over the last n completed fiscal years', $window(
                static fn (array $x): float|Absence => Descriptive::deviation(array_values($x)) ?? Absence::notEnoughHistory('A deviation needs two years.'),
            )),
            new FunctionDefinition('trend', $over, 'ratio', 'least-squares slope a year over the mean of the last n fiscal years', $window(static function (array $x): float|Absence {
                $mean = array_sum($x) / count($x);
                if ($mean <= 0) {
                    return Absence::notMeaningful('A trend relative to a mean that is not positive says nothing.');
                }
                $at = array_sum(array_keys($x)) / count($x);
                $xy = $xx = 0.0;
                foreach ($x as $back => $value) {
                    $xy += ($at - $back) * ($value - $mean);
                    $xx += ($at - $back) ** 2;
                }

                return $xx == 0.0 ? Absence::notEnoughHistory('A trend needs two years.') : $xy / $xx / $mean;
            })),
            new FunctionDefinition('years_rising', ['expression'], 'ratio', 'fiscal years in a row, counted back from the latest, above the year before', static function (CompanyScope $s, Moment $m, array $a): float|Absence {
                $now = $a[0]($s, $m->completedYear(0));
                $before = $now instanceof Absence ? $now : $a[0]($s, $m->completedYear(1));
                if ($before instanceof Absence) {
                    return $before;
                }
                $years = 0;
                while (! $before instanceof Absence && $now > $before && $years < 60) {
                    $years++;
                    $now = $before;
                    $before = $a[0]($s, $m->completedYear($years + 1));
                }

                return (float) $years;
            }),
            new FunctionDefinition('years_positive', $over, 'ratio', 'number of the last n known fiscal years above zero', static function (CompanyScope $s, Moment $m, array $a): float|Absence {
                $known = $positive = 0;
                $first = null;
                for ($i = 0; $i < $a[1]; $i++) {
                    $x = $a[0]($s, $m->completedYear($i));
                    if ($x instanceof Absence) {
                        $first ??= $x;
                    } else {
                        $known++;
                        $positive += $x > 0 ? 1 : 0;
                    }
                }

                return $known === 0 ? $first ?? Absence::notEnoughHistory('No fiscal year is known.') : (float) $positive;
            }),
            new FunctionDefinition('count_if', $over, 'ratio', 'number of the last n fiscal years in which a condition holds', $window(static fn (array $x): float => (float) array_sum($x))),
            new FunctionDefinition('count_quarters_if', $over, 'ratio', 'number of the last n reported quarters in which a condition holds', static function (CompanyScope $s, Moment $m, array $a): float|Absence {
                $members = self::members($a[0], $s, static fn (int $i): Moment => $m->singleQuarter($i), (int) $a[1], 'quarters');

                return $members instanceof Absence ? $members : (float) array_sum($members);
            }),
        ];
    }

    /** @return list<FunctionDefinition> */
    private static function expectations(): array
    {
        $of = static fn (string $part): Closure => static fn (CompanyScope $s, Moment $m, array $a, array $nodes): float|Absence => $s->estimate($nodes[0]->symbol, (int) $a[1], 0, $part, $m);
        $target = ['expression', 'whole number'];

        return [
            new FunctionDefinition('estimate', $target, 'same', 'consensus mean for the k-th fiscal year not yet reported', $of('mean')),
            new FunctionDefinition('estimate_count', $target, 'ratio', 'number of analysts in that consensus', $of('count')),
            new FunctionDefinition('estimate_stdev', $target, 'same', 'deviation of the analysts in that consensus', $of('deviation')),
            new FunctionDefinition('estimate_ago', ['expression', 'whole number', 'whole number'], 'same', 'consensus for the same fiscal year as it stood some calendar days ago',
                static fn (CompanyScope $s, Moment $m, array $a, array $nodes): float|Absence => $s->estimate($nodes[0]->symbol, (int) $a[1], (int) $a[2], 'mean', $m)),
            new FunctionDefinition('surprise', ['expression'], 'ratio', 'reported less expected, as a fraction of what was expected, for the latest quarter',
                static fn (CompanyScope $s, Moment $m, array $a, array $nodes): float|Absence => $s->surprise($nodes[0]->symbol, $m)),
        ];
    }

    /** @return list<FunctionDefinition> */
    private static function market(): array
    {
        $closes = static fn (CompanyScope $s, Moment $m, int $n): array|Absence => self::bars($s, $m, $s->prices->closes, $n);
        $definitions = [];
        foreach (['price_return' => 'closes', 'total_return' => 'adjusted'] as $name => $field) {
            $definitions[] = new FunctionDefinition($name, ['days'], 'ratio', $name === 'price_return' ? 'price change over n trading days' : 'change with dividends reinvested over n trading days',
                static function (CompanyScope $s, Moment $m, array $a) use ($field): float|Absence {
                    $to = $s->marketPosition($m);
                    if ($to instanceof Absence) {
                        return $to;
                    }
                    $from = $a[0] === 'ytd' ? $s->lastOfPreviousYear($to) : $to - (int) $a[0];

                    return $from < 0 ? Absence::notEnoughHistory('The price history is shorter than the period.') : $s->prices->{$field}[$to] / $s->prices->{$field}[$from] - 1;
                });
        }
        $definitions[] = new FunctionDefinition('index_total_return', ['days'], 'ratio', 'the same for the index of the home exchange', static fn (CompanyScope $s, Moment $m, array $a): float|Absence => $s->indexReturn($m, $a[0]));
        $definitions[] = new FunctionDefinition('sma', ['whole number'], 'price', 'mean close of the last n days', static function (CompanyScope $s, Moment $m, array $a) use ($closes): float|Absence {
            $x = $closes($s, $m, (int) $a[0]);

            return $x instanceof Absence ? $x : array_sum($x) / count($x) * $s->priceRate($m);
        });
        $definitions[] = new FunctionDefinition('ema', ['whole number'], 'price', 'exponential mean of closes, weight 2/(n+1)', static function (CompanyScope $s, Moment $m, array $a): float|Absence {
            $x = self::bars($s, $m, $s->prices->closes, 4 * (int) $a[0], (int) $a[0]);
            if ($x instanceof Absence) {
                return $x;
            }
            $ema = Indicators::ema($x, (int) $a[0]);

            return end($ema) * $s->priceRate($m);
        });
        foreach (['sma_of' => 'mean', 'ema_of' => 'exponential mean'] as $name => $words) {
            $definitions[] = new FunctionDefinition($name, ['expression', 'whole number'], 'same', "{$words} of an expression over the last n days", static function (CompanyScope $s, Moment $m, array $a) use ($name): float|Absence {
                $n = (int) $a[1];
                $series = [];
                for ($i = ($name === 'ema_of' ? 4 * $n : $n) - 1; $i >= 0; $i--) {
                    $x = $a[0]($s, $m->daysAgo($i));
                    if (! $x instanceof Absence) {
                        $series[] = $x;
                    } elseif ($i < $n) {
                        return $x;
                    }
                }
                $smooth = $name === 'ema_of' ? Indicators::ema($series, $n) : Indicators::sma($series, $n);

                return end($smooth) === false || end($smooth) === null ? Absence::notEnoughHistory('The price history is shorter than the window.') : end($smooth);
            });
        }
        $definitions[] = new FunctionDefinition('days_ago', ['expression', 'whole number'], 'same', 'the expression n trading days earlier', static fn (CompanyScope $s, Moment $m, array $a): float|Absence => $a[0]($s, $m->daysAgo((int) $a[1])));
        $definitions[] = new FunctionDefinition('rsi', ['whole number'], 'ratio', 'relative strength index, Wilder\'s smoothing, 0 to 100', static function (CompanyScope $s, Moment $m, array $a): float|Absence {
            $n = (int) $a[0];
            $x = self::bars($s, $m, $s->prices->closes, 12 * $n + 1, $n + 1);
            if ($x instanceof Absence) {
                return $x;
            }
            $rsi = Indicators::rsi($x, $n);

            return end($rsi) ?: 0.0;
        });
        foreach (['high' => ['highs', 'max'], 'low' => ['lows', 'min']] as $name => [$field, $extreme]) {
            $definitions[] = new FunctionDefinition($name, ['whole number'], 'price', "{$extreme} intraday of the last n days, today included", static function (CompanyScope $s, Moment $m, array $a) use ($field, $extreme): float|Absence {
                $x = self::bars($s, $m, $s->prices->{$field}, (int) $a[0], (int) ceil(self::MARKET_WINDOW_SHARE * $a[0]));

                return $x instanceof Absence ? $x : (float) ($x === [] ? 0.0 : $extreme($x)) * $s->priceRate($m);
            });
        }
        $definitions[] = new FunctionDefinition('average_volume', ['whole number'], 'shares', 'mean shares traded a day', static function (CompanyScope $s, Moment $m, array $a): float|Absence {
            $x = self::bars($s, $m, $s->prices->volumes, (int) $a[0], (int) ceil(self::MARKET_WINDOW_SHARE * $a[0]));

            return $x instanceof Absence ? $x : array_sum($x) / count($x);
        });
        foreach (['median_traded_value' => 'money', 'amihud' => 'ratio'] as $name => $dimension) {
            $definitions[] = new FunctionDefinition($name, ['whole number'], $dimension, $name === 'amihud' ? 'mean of |return| / traded value × 1 000 000 (Amihud 2002)' : 'median of close × volume', static function (CompanyScope $s, Moment $m, array $a) use ($name): float|Absence {
                $n = (int) $a[0] + 1;
                $x = self::bars($s, $m, $s->prices->closes, $n, (int) ceil(self::MARKET_WINDOW_SHARE * $n));
                $v = self::bars($s, $m, $s->prices->volumes, $n, (int) ceil(self::MARKET_WINDOW_SHARE * $n));
                if ($x instanceof Absence || $v instanceof Absence) {
                    return $x instanceof Absence ? $x : Absence::missing('No volumes are known.');
                }
                $values = [];
                for ($i = 1, $count = count($x); $i < $count; $i++) {
                    $traded = $x[$i] * $v[$i];
                    if ($name !== 'amihud') {
                        $values[] = $traded;
                    } elseif ($traded > 0) {
                        $values[] = abs($x[$i] / $x[$i - 1] - 1) / $traded * 1e6;
                    }
                }

                return $values === [] ? Absence::missing('No day of the window had trading.') : ($name === 'amihud' ? array_sum($values) / count($values) : Descriptive::median($values) * $s->priceRate($m));
            });
        }
        $returns = static function (CompanyScope $s, Moment $m, int $n, bool $log): array|Absence {
            $x = self::bars($s, $m, $s->prices->adjusted, $n + 1, (int) ceil(self::MARKET_WINDOW_SHARE * $n) + 1);

            return $x instanceof Absence ? $x : ($log ? \Logion\Market\Returns::log($x) : \Logion\Market\Returns::simple($x));
        };
        $definitions[] = new FunctionDefinition('volatility', ['whole number'], 'ratio', 'deviation of daily log total returns × √252', static function (CompanyScope $s, Moment $m, array $a) use ($returns): float|Absence {
            $x = $returns($s, $m, (int) $a[0], true);

            return $x instanceof Absence ? $x : (float) Volatility::annual($x);
        });
        $definitions[] = new FunctionDefinition('downside_deviation', ['whole number'], 'ratio', 'root mean square of daily returns below the bill rate × √252', static function (CompanyScope $s, Moment $m, array $a) use ($returns): float|Absence {
            $x = $returns($s, $m, (int) $a[0], false);
            $bill = $s->market('bill_rate', $m);

            return $x instanceof Absence ? $x : ($bill instanceof Absence ? $bill : (float) Volatility::downside($x, $bill / 252));
        });
        $definitions[] = new FunctionDefinition('drawdown', ['whole number'], 'ratio', 'largest fall from an earlier peak, as a positive fraction', static function (CompanyScope $s, Moment $m, array $a): float|Absence {
            $x = self::bars($s, $m, $s->prices->adjusted, (int) $a[0] + 1, (int) ceil(self::MARKET_WINDOW_SHARE * $a[0]));

            return $x instanceof Absence ? $x : -Drawdown::of($x)->depth;
        });
        $definitions[] = new FunctionDefinition('value_at_risk', ['whole number', 'fraction'], 'ratio', 'loss at the quantile of daily returns, not below zero', static function (CompanyScope $s, Moment $m, array $a) use ($returns): float|Absence {
            $x = $returns($s, $m, (int) $a[0], false);

            return $x instanceof Absence ? $x : max(0.0, -(float) Quantile::ofSample($x, 1 - (float) $a[1]));
        });
        $definitions[] = new FunctionDefinition('beta_to_index', ['whole number'], 'ratio', 'least-squares slope of monthly total returns on the home index', static fn (CompanyScope $s, Moment $m, array $a): float|Absence => $s->beta((int) $a[0], $m)->beta
            ?? Absence::notEnoughHistory('Beta needs at least 36 monthly returns that security and index have in common.'));

        return $definitions;
    }

    /** @return list<FunctionDefinition> */
    private static function crossSection(): array
    {
        $of = static fn (string $name): Closure => static fn (CompanyScope $s, Moment $m, array $a, array $nodes): float|Absence => $s->compare($name, $nodes[0], $a[0]($s, $m));

        return [
            new FunctionDefinition('sector_median', ['expression'], 'same', 'median of the companies of the same sector and kind of business', $of('sector_median')),
            new FunctionDefinition('sector_rank', ['expression'], 'ratio', 'share of sector peers with a smaller value', $of('sector_rank')),
            new FunctionDefinition('sector_percentile', ['expression'], 'ratio', 'percentile in the sector, (below + ½ equal) / n', $of('sector_percentile')),
            new FunctionDefinition('universe_percentile', ['expression'], 'ratio', 'percentile in the whole universe, (below + ½ equal) / n', $of('universe_percentile')),
            new FunctionDefinition('universe_place', ['expression'], 'ratio', 'place in the whole universe counted from the highest value, 1 for the highest', $of('universe_place')),
            new FunctionDefinition('sector_place', ['expression'], 'ratio', 'place in the sector counted from the highest value, 1 for the highest', $of('sector_place')),
        ];
    }

    /**
     * Values of the last n completed fiscal years, by years back, after the window rule.
     *
     * @return array<int, float>|Absence
     */
    private static function window(CompanyScope $s, Moment $m, Closure $x, int $n): array|Absence
    {
        return self::members($x, $s, static fn (int $i): Moment => $m->completedYear($i), $n, 'fiscal years');
    }

    /**
     * @param  Closure(int): Moment  $at
     * @return array<int, float>|Absence
     */
    private static function members(Closure $x, CompanyScope $s, Closure $at, int $n, string $what): array|Absence
    {
        $members = [];
        $meaningless = 0;
        $applicable = null;
        for ($i = 0; $i < $n; $i++) {
            $value = $x($s, $at($i));
            if (! $value instanceof Absence) {
                $members[$i] = $value;
            } elseif ($value->kind === AbsenceKind::NotMeaningful) {
                $meaningless++;
            } elseif ($value->kind === AbsenceKind::NotApplicable) {
                $applicable = $value;
            }
        }
        $needed = (int) ceil(self::WINDOW_SHARE * $n - 1e-9);
        $known = count($members);
        if ($known >= $needed && $known > 0) {
            return $members;
        }
        if ($known === 0 && $applicable !== null) {
            return $applicable;
        }

        return $known + $meaningless >= $needed && $meaningless > 0
            ? Absence::notMeaningful("Not meaningful in {$meaningless} of the last {$n} {$what}.")
            : Absence::notEnoughHistory("Only {$known} of the last {$n} {$what} have a value; {$needed} are needed.");
    }

    /**
     * The last n values of a daily series up to the moment; at least `needed` (n by default) must exist.
     *
     * @param  list<float>  $series
     * @return list<float>|Absence
     */
    private static function bars(CompanyScope $s, Moment $m, array $series, int $n, ?int $needed = null): array|Absence
    {
        $to = $s->marketPosition($m);
        if ($to instanceof Absence) {
            return $to;
        }
        if ($to + 1 < max(1, $needed ?? $n) || $n < 1) {
            return Absence::notEnoughHistory('The price history is shorter than the window.');
        }
        $from = max(0, $to + 1 - $n);
        $bars = array_slice($series, $from, $to + 1 - $from);

        return $bars === [] ? Absence::missing('No volumes are known.') : $bars;
    }
}
