<?php

declare(strict_types=1);

namespace App\Feature\Value;

use App\Models\User;
use App\Models\Valuation;
use Logion\Figure\Words;
use Logion\Time\Day;
use Logion\Valuation\InvalidAssumption;
use Logion\Valuation\MarginOfSafety;
use Logion\Valuation\MisfitMethod;
use Logion\Valuation\Summary;
use Logion\ValueMethod\MethodInput;
use Logion\ValueMethod\UsualWeight;
use Logion\ValueMethod\ValueBelief;
use Logion\ValueMethod\ValueMethod;
use Logion\ValueMethod\ValueMethods;
use Logion\ValueMethod\ValueSheet;
use Logion\ValueMethod\ValueSubject;

/** What every method says of a company, on one axis with its price, and what all say together; or one method with its sheet. */
final readonly class ValueReport
{
    private const LONGEST_BAR = 12;

    public function __construct(private ValueSubject $subject)
    {
    }

    /**
     * @param  array<string, float>  $weights  by method; what is usual by default
     * @param  list<float>  $margins
     * @return array<string, mixed>
     */
    public function summary(array $weights, ?User $user, array $margins = MarginOfSafety::STEPS): array
    {
        foreach (array_keys($weights) as $key) {
            ValueMethods::get($key);
        }
        $price = $this->subject->price();
        $methods = $weighed = [];
        foreach (ValueMethods::all() as $key => $method) {
            $of = $this->one($method);
            $weight =
                $weights === [] ? ($method instanceof UsualWeight ? $method->usualWeight($this->subject) : 1.0) : $weights[$key] ?? 0.0;
            $methods[] = [...$of, 'weight' => $weight];
            if ($of['fits']) {
                // Owners of what is worth less than it owes have nothing, and owe nothing.
                $owned = static fn (?float $value): ?float => $value === null ? null : max(0.0, $value);
                $weighed[$key] = [
                    'low' => $owned($of['low']),
                    'centre' => $owned($of['centre']),
                    'high' => $owned($of['high']),
                    'weight' => $weight,
                ];
            }
        }
        // What fits stands first, in the order methods are read in.
        usort($methods, static fn (array $a, array $b): int => $b['fits'] <=> $a['fits']);
        $summary = new Summary($weighed);

        return [
            'as_of' => Day::iso($this->subject->scope->asOf),
            'currency' => $this->subject->scope->company->tradingCurrency,
            'price' => $price,
            ...$this->around(),
            'methods' => $methods,
            'low' => $summary->low,
            'centre' => $summary->centre,
            'high' => $summary->high,
            'used' => count($summary->weights),
            'dispersion' => $summary->dispersion,
            'disagree' => $summary->disagrees(),
            'upside' => $price === null ? null : $summary->upside($price),
            'buy_below' => $this->buyBelow($summary->centre, $margins),
            'believe' => $this->belief(),
            'earlier' => $this->earlier($user),
        ];
    }

    /**
     * @param  array<string, array{float, float}>  $ranges  between which inputs are moved; what one would look at by default
     * @return array<string, mixed>
     */
    public function sheet(ValueMethod $method, ValueSheet $sheet, array $ranges = []): array
    {
        $price = $this->subject->price();
        $why = null;
        try {
            $worth = $sheet->worth();
        } catch (InvalidAssumption $problem) {
            $worth = null;
            $why = $problem->getMessage();
        }
        $bars = $worth === null ? [] : array_slice($sheet->tornado($ranges), 0, self::LONGEST_BAR);

        return [
            'as_of' => Day::iso($this->subject->scope->asOf),
            'currency' => $this->subject->scope->company->tradingCurrency,
            'reporting_currency' => $this->subject->scope->company->reportingCurrency,
            'price' => $price,
            'key' => $method->key(),
            'label' => $method->label(),
            'purpose' => $method->purpose(),
            'misfit' => $sheet->misfit,
            'forced' => $sheet->misfit !== null,
            'inputs' => array_values(array_map(fn (MethodInput $input): array => $this->told($input, $sheet), $sheet->inputs)),
            'low' => $worth?->low,
            'centre' => $worth?->centre,
            'high' => $worth?->high,
            'why_not' => $why,
            'upside' => $worth?->centre === null || $price === null || $price <= 0 ? null : $worth->centre / $price - 1,
            'rows' => array_map(static fn (array $row): array => [...$row, 'unit' => $row['unit']->value], $worth->rows ?? []),
            'tornado' => array_map(static fn (array $bar): array => [...$bar, 'label' => $sheet->inputs[$bar['input']]->label], $bars),
            'most' => ($bars[0]['swing'] ?? 0.0) > 0 ? $sheet->inputs[$bars[0]['input']]->label : null,
        ];
    }

    /** @return array<string, mixed> */
    private function told(MethodInput $input, ValueSheet $sheet): array
    {
        $alternatives = [];
        foreach ($input->alternatives as $source => $value) {
            $alternatives[] = ['source' => $source, 'value' => $value];
        }

        return [
            'name' => $input->name,
            'label' => $input->label,
            'unit' => $input->unit->value,
            'value' => $sheet->figures[$input->name],
            'usual' => $input->value,
            'source' => $input->source,
            'changed' => array_key_exists($input->name, $sheet->changes) || isset($sheet->ownRules[$input->name]),
            'low' => $input->low,
            'high' => $input->high,
            'alternatives' => $alternatives,
            'choices' => $input->choices,
            'beside' => $input->beside,
            'years' => $this->years($input, $sheet),
        ];
    }

    /** @return array<string, mixed>|null how an input goes through the years, and what is known of it */
    private function years(MethodInput $input, ValueSheet $sheet): ?array
    {
        return $input->years === null
            ? null
            : [
                'rule' => $sheet->rules[$input->name]->toArray(),
                'describe' => $sheet->rules[$input->name]->describe(),
                'path' => $sheet->path($input->name),
                'history' => (object) $input->years->history,
                'expected' => $input->years->expected,
            ];
    }

    /** @return array<string, mixed> */
    private function one(ValueMethod $method): array
    {
        $told = ['key' => $method->key(), 'label' => $method->label(), 'purpose' => $method->purpose()];
        try {
            $sheet = new ValueSheet($method, $this->subject);
            $worth = $sheet->worth();
        } catch (MisfitMethod|InvalidAssumption $refusal) {
            return [...$told, 'fits' => false, 'why_not' => $refusal->getMessage(), 'low' => null, 'centre' => null, 'high' => null];
        }

        return [
            ...$told,
            'fits' => true,
            'why_not' => ($worth->centre ?? 0.0) < 0 ? Words::say('owed_is_more_than_it_is_worth') : null,
            'low' => $worth->low,
            'centre' => $worth->centre,
            'high' => $worth->high,
        ];
    }

    /** @return array<string, ?float> what else stands on the axis */
    private function around(): array
    {
        $closes = array_slice($this->subject->scope->prices->closes, -Summary::WINDOWS[0]);
        $target = fn (string $of): ?float => $this->subject->perShare("target_price_{$of}");

        return [
            'year_low' => $closes === [] ? null : min($closes),
            'year_high' => $closes === [] ? null : max($closes),
            'target_low' => $target('low'),
            'target_mean' => $target('mean'),
            'target_high' => $target('high'),
        ];
    }

    /**
     * @param  list<float>  $margins
     * @return list<array{margin: float, price: ?float, below_now: ?bool, share_of_days: list<array{days: int, share: ?float}>}>
     */
    private function buyBelow(?float $centre, array $margins): array
    {
        $closes = $this->subject->scope->prices->closes;
        $price = $this->subject->price();

        return array_map(static function (float $margin) use ($centre, $closes, $price): array {
            $level = MarginOfSafety::buyBelow($centre, $margin);

            return [
                'margin' => $margin,
                'price' => $level,
                'below_now' => $level === null || $price === null ? null : $price <= $level,
                'share_of_days' => array_map(
                    static fn (int $days): array => [
                        'days' => $days,
                        'share' => $level === null ? null : Summary::shareOfDays($closes, $level, $days),
                    ],
                    Summary::WINDOWS,
                ),
            ];
        }, $margins);
    }

    private function belief(): ?string
    {
        $price = $this->subject->price();
        foreach ($price === null ? [] : ValueMethods::all() as $method) {
            try {
                if ($method instanceof ValueBelief) {
                    return (new ValueSheet($method, $this->subject))->sentence($method->belief(), $price);
                }
            } catch (MisfitMethod|InvalidAssumption) {
                continue;
            }
        }

        return null;
    }

    /**
     * @return list<array{id: int, name: string, method: string, as_of: string, low: ?float, centre: ?float, high: ?float,
     *     forced: bool}>
     */
    private function earlier(?User $user): array
    {
        if ($user === null) {
            return [];
        }

        return Valuation::query()
            ->of($user)
            ->where('company_id', $this->subject->scope->company->id)
            ->where('as_of', '<=', $this->subject->scope->asOf)
            ->orderByDesc('updated_at')
            ->limit(20)
            ->get()
            ->map(
                static fn (Valuation $of): array => [
                    'id' => $of->id,
                    'name' => $of->name,
                    'method' => $of->method,
                    'as_of' => Day::iso((int) $of->as_of),
                    'low' => $of->assumptions['low'] ?? null,
                    'centre' => $of->per_share,
                    'high' => $of->assumptions['high'] ?? null,
                    'forced' => (bool) ($of->assumptions['changes']['forced'] ?? false),
                ],
            )
            ->values()
            ->all();
    }
}
