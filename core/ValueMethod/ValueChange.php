<?php

declare(strict_types=1);

namespace Logion\ValueMethod;

use Logion\Valuation\InvalidAssumption;

/**
 * Why a value that was kept is another one now: own changes, rates, what the market pays, reports and what houses expect, one after the
 * other from the inputs of then to those of today.
 */
final class ValueChange
{
    public const OWN = 'own';

    public const RATES = 'rates';

    public const MARKET = 'market';

    public const REPORTS = 'reports';

    /** What is left where a method reads more than its inputs: its peers, or the sheet behind them. */
    public const REST = 'rest';

    private const OF_RATES = ['discount_rate', 'cost_of_equity', 'terminal_growth', 'bond_yield', 'capitalisation_rate', 'tax'];

    /**
     * @param  array<string, float>  $then  inputs as they were, own changes in place
     * @param  float  $was  the centre of then
     * @param  array<string, list<float>>  $paths  of then, by input that goes through the years
     * @return array{was: float, now: float, steps: list<array{cause: self::*, inputs: list<string>, change: float}>} the steps add up from
     *     the one to the other; a cause that changes nothing is left out
     *
     * @throws InvalidAssumption if an input of then is gone, or there is no value any more
     */
    public static function between(ValueSheet $now, array $then, float $was, array $paths = []): array
    {
        foreach (array_keys($then) as $name) {
            if (! isset($now->inputs[$name])) {
                throw InvalidAssumption::unknown($name, ...array_keys($now->inputs));
            }
        }
        $centre = $now->worth()->centre ?? throw InvalidAssumption::missing($now->inputs[array_key_first($now->inputs)]->label);
        $at = $then;
        foreach (array_intersect_key($paths, $then) as $name => $path) {
            foreach ($path as $year => $figure) {
                $at[YearPath::key($name, $year + 1)] = $figure;
            }
        }
        $start = $now->centre($at);
        $steps = [];
        if ($start !== null && abs($start - $was) > 1e-9 * max(1.0, abs($was))) {
            $steps[] = ['cause' => self::REST, 'inputs' => [], 'change' => $start - $was];
        }
        $before = $start ?? $was;
        foreach ([self::REPORTS, self::MARKET, self::RATES, self::OWN] as $cause) {
            $moved = [];
            foreach ($now->figures as $name => $figure) {
                $isMoved = $figure !== ($then[$name] ?? null) || (isset($paths[$name]) && $paths[$name] !== $now->path($name));
                if (self::causeOf($now, $name) === $cause && isset($then[$name]) && $figure !== null && $isMoved) {
                    $at[$name] = $figure;
                    foreach (array_keys($paths[$name] ?? []) as $year) {
                        unset($at[YearPath::key($name, $year + 1)]);
                    }
                    $moved[] = $now->inputs[$name]->label;
                }
            }
            $after = $moved === [] ? $before : $now->centre($at) ?? $before;
            if ($moved !== [] && $after !== $before) {
                $steps[] = ['cause' => $cause, 'inputs' => $moved, 'change' => $after - $before];
            }
            $before = $after;
        }
        // Inputs that were not known then, or gave no value on the way.
        if (abs($centre - $before) > 1e-9 * max(1.0, abs($centre))) {
            $steps[] = ['cause' => self::REST, 'inputs' => [], 'change' => $centre - $before];
        }

        return ['was' => $was, 'now' => $centre, 'steps' => $steps];
    }

    /** @return self::OWN|self::RATES|self::MARKET|self::REPORTS */
    private static function causeOf(ValueSheet $sheet, string $name): string
    {
        return match (true) {
            array_key_exists($name, $sheet->changes) || isset($sheet->ownRules[$name]) => self::OWN,
            in_array($name, self::OF_RATES, true) => self::RATES,
            str_contains($name, 'multiple') || $name === 'error' => self::MARKET,
            default => self::REPORTS,
        };
    }
}
