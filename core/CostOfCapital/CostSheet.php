<?php

declare(strict_types=1);

namespace Logion\CostOfCapital;

use Logion\Capital\CapitalClass;
use Logion\Capital\CostOfCapital;
use Logion\Capital\CostOfEquity;
use Logion\Figure\Words;

/**
 * A cost of capital as a sheet: each input taken from one of its alternatives or typed, premia of one's own with a reason, and what the
 * result would be with each other choice.
 *
 * @phpstan-type Choices array{inputs: array<string, array{key: string, own: float|null}>, extra: list<array{name: string, rate: float,
 *     reason: string|null}>, leases: bool}
 */
final readonly class CostSheet
{
    public const OWN = 'own';

    /** @var array<string, list<array{key: string, label: string, value: float|null, source: string}>> */
    private array $alternatives;

    /** @var array{equity: float|null, debt: float, leases: float, preferred: float, preferred_cost: float|null} */
    private array $values;

    /** @param  Choices  $choices */
    public function __construct(CostInputs $inputs, private array $choices)
    {
        $this->alternatives = $inputs->alternatives();
        $this->values = $inputs->values();
    }

    /** @return array<string, mixed> */
    public function present(): array
    {
        $taken = $this->taken();
        $known = array_filter($taken, static fn (?float $of): bool => $of !== null);
        $missing = array_keys(array_diff_key($taken, $known));
        $result = $missing === [] ? $this->result($known) : null;
        $inputs = [];
        foreach (CostInputs::NAMES as $name) {
            $inputs[] = [
                'key' => $name,
                'label' => self::label($name),
                'unit' => $name === 'beta' ? 'ratio' : 'percent',
                'choice' => $this->choiceOf($name)['key'],
                'own' => $this->choiceOf($name)['own'],
                'value' => $taken[$name],
                'alternatives' => array_map(
                    fn (array $of): array => [
                        ...$of,
                        // With everything else as it is.
                        'rate' => $of['value'] === null || $result === null ? null : $this->rate([...$known, $name => $of['value']]),
                    ],
                    $this->alternatives[$name],
                ),
            ];
        }

        return [
            'inputs' => $inputs,
            'extra' => $this->choices['extra'],
            'leases' => $this->choices['leases'],
            'cost_of_equity' => $result['equity'] ?? null,
            'classes' => $result['classes'] ?? [],
            'rate' => $result['rate'] ?? null,
            'why_not' => $result === null ? $this->whyNot($missing) : null,
            'warnings' => $result === null ? [] : $this->warnings($known, $result['rate']),
        ];
    }

    /** @param  list<string>  $missing  inputs */
    private function whyNot(array $missing): string
    {
        return $missing === []
            ? Words::say('the_company_has_no_market_value')
            : Words::say('an_input_is_not_known', inputs: implode(', ', array_map(self::label(...), $missing)));
    }

    /** @return array{key: string, own: float|null} */
    private function choiceOf(string $name): array
    {
        $choice = $this->choices['inputs'][$name] ?? null;
        if ($choice !== null) {
            return $choice;
        }
        foreach ($this->alternatives[$name] as $of) {
            if ($of['value'] !== null) {
                return ['key' => $of['key'], 'own' => null];
            }
        }

        return ['key' => $this->alternatives[$name][0]['key'], 'own' => null];
    }

    /** @return array<string, float|null> by input */
    private function taken(): array
    {
        $taken = [];
        foreach (CostInputs::NAMES as $name) {
            $choice = $this->choiceOf($name);
            $taken[$name] =
                $choice['key'] === self::OWN
                    ? $choice['own']
                    : array_column($this->alternatives[$name], 'value', 'key')[$choice['key']] ?? null;
        }

        return $taken;
    }

    /**
     * @param  array<string, float>  $of  by input
     * @return array{equity: float, classes: list<array<string, float|string>>, rate: float}|null null where nothing can be weighed
     */
    private function result(array $of): ?array
    {
        if ($this->values['equity'] === null || $this->values['equity'] <= 0) {
            return null;
        }
        $extra = (float) array_sum(array_column($this->choices['extra'], 'rate'));
        $equity = CostOfEquity::capitalAssetPricing($of['risk_free'], $of['beta'], $of['premium']) + $extra;
        // The weight that is chosen divides debt and equity; leases and preferred shares stand beside them at their own values.
        $both = $this->values['debt'] + $this->values['equity'];
        $classes = [
            new CapitalClass(CapitalClass::EQUITY, (1 - $of['debt_weight']) * $both, $equity),
            new CapitalClass(CapitalClass::DEBT, $of['debt_weight'] * $both, $of['cost_of_debt']),
        ];
        if ($this->choices['leases'] && $this->values['leases'] > 0) {
            $classes[] = new CapitalClass(CapitalClass::LEASES, $this->values['leases'], $of['cost_of_debt']);
        }
        if ($this->values['preferred'] > 0) {
            $cost = $this->values['preferred_cost'] ?? $of['cost_of_debt'];
            $classes[] = new CapitalClass(CapitalClass::PREFERRED, $this->values['preferred'], $cost);
        }
        try {
            $cost = new CostOfCapital($classes, $of['tax']);
        } catch (\InvalidArgumentException) {
            return null;
        }

        return [
            'equity' => $equity,
            'classes' => array_map(
                static fn (CapitalClass $class, float $weight): array => [
                    'name' => $class->name,
                    'value' => $class->value,
                    'weight' => $weight,
                    'cost' => $class->cost,
                    'after_tax' => $class->costAfterTax($of['tax']),
                ],
                $classes,
                $cost->weights,
            ),
            'rate' => $cost->rate,
        ];
    }

    /** @param  array<string, float>  $of */
    private function rate(array $of): ?float
    {
        return $this->result($of)['rate'] ?? null;
    }

    /**
     * @param  array<string, float>  $taken
     * @return list<string>
     */
    private function warnings(array $taken, float $rate): array
    {
        return array_values(
            array_filter([
                $rate <= $taken['risk_free'] ? Words::say('it_costs_no_more_than_the_yield') : null,
                $taken['beta'] < 0 ? Words::say('a_negative_beta_insures') : null,
                $taken['cost_of_debt'] > ($this->result($taken)['equity'] ?? INF) ? Words::say('lenders_ask_for_more_than_owners') : null,
            ]),
        );
    }

    private static function label(string $name): string
    {
        return match ($name) {
            'risk_free' => Words::say('risk_free_rate'),
            'premium' => Words::say('equity_risk_premium'),
            'beta' => Words::say('beta'),
            'cost_of_debt' => Words::say('cost_of_debt_before_tax'),
            'tax' => Words::say('tax_rate'),
            default => Words::say('debt_of_debt_and_equity'),
        };
    }
}
