<?php

declare(strict_types=1);

namespace App\Feature\CompanyList;

use App\Evaluation\CompanyScopes;
use App\Evaluation\EvaluationContext;
use App\Feature\Screening\Universes;
use App\Following\ConditionChecks;
use App\Models\CompanyList;
use App\Models\CompanyListItem;
use App\Models\DrawnLine;
use App\Models\PriceOfInterest;
use App\Models\WatchedCondition;
use App\Storage\HistoryPending;
use App\Storage\Identity\Identities;
use App\Storage\RecentPrices;
use Logion\CrossSection\Universe;
use Logion\Figure\LogionException;
use Logion\Formula\Node;
use Logion\Market\PriceSeries;
use Logion\Time\Day;
use Symfony\Component\HttpKernel\Exception\ConflictHttpException;

/** The companies of a list as they stand: price, its way of a year, chosen figures, and how far it is from what one waits for. */
final readonly class WatchReport
{
    public const USUAL = ['price_to_earnings', 'dividend_yield', 'revenue_growth_1y'];

    private const MONTHS = 12;

    /** Points of the small chart. */
    private const POINTS = 60;

    private const ASKED_ONE_BY_ONE = 60;

    public function __construct(
        private Universes $universes,
        private RecentPrices $prices,
        private Identities $identities,
        private CompanyScopes $scopes,
    ) {
    }

    /** @return array<string, mixed> */
    public function of(CompanyList $list, EvaluationContext $context): array
    {
        $user = $context->user ?? throw new \LogicException('A list has an owner.');
        $list->loadMissing('items.company');
        $companies = $list->items->pluck('company_id')->map(intval(...))->values()->all();
        $from = Day::monthsEarlier($context->day, self::MONTHS);
        $series = $this->prices->since(array_fill_keys($companies, $from), $context->day);
        $references = $this->identities->references($companies);
        $interests = PriceOfInterest::query()->of($user)->whereIn('company_id', $companies)->get()->keyBy('company_id');
        $lines = DrawnLine::query()
            ->of($user)
            ->whereIn('company_id', $companies)
            ->where('drawn_on', '<=', $context->day)
            ->get()
            ->groupBy('company_id');
        $conditions = WatchedCondition::query()
            ->of($user)
            ->whereIn('company_id', $companies)
            ->where('role', WatchedCondition::CALL)
            ->where('active', true)
            ->pluck('company_id')
            ->countBy();
        $columns = $list->columns ?? self::USUAL;
        [$heads, $values] = $this->figures($columns, $companies, $context);

        return [
            'id' => $list->id,
            'name' => $list->name,
            'as_of' => Day::iso($context->day),
            'columns' => $heads,
            'rows' => $list->items
                ->sortBy('position')
                ->values()
                ->map(static function (CompanyListItem $item) use (
                    $series,
                    $references,
                    $interests,
                    $lines,
                    $conditions,
                    $values,
                    $context,
                ): array {
                    $company = (int) $item->company_id;
                    $of = $series[$company] ?? new PriceSeries([], []);
                    $closes = $of->closes;
                    $now = $closes === [] ? null : $closes[count($closes) - 1];
                    $interest = $interests->get($company);
                    $wanted =
                        $interest === null ? null : $interest->price / $of->actions->splitRatio((int) $interest->kept_on, $context->day);

                    return [
                        'ticker' => $references[$company] ?? '',
                        'name' => (string) $item->company->name,
                        'mark' => $item->mark,
                        'note' => $item->note,
                        'price' => $now,
                        'day_change' => count($closes) < 2 ? null : $now / $closes[count($closes) - 2] - 1,
                        'year_change' => count($closes) < 2 || $closes[0] <= 0 ? null : $now / $closes[0] - 1,
                        'spark' => self::thinned($closes),
                        'interest' => $wanted,
                        'distance' => $wanted === null || $wanted <= 0 || $now === null ? null : $now / $wanted - 1,
                        'level' => self::nearest($lines->get($company), $of, $now, $context->day),
                        'conditions' => (int) ($conditions[$company] ?? 0),
                        'values' => $values[$company] ?? array_fill(0, count($values['none'] ?? []), null),
                    ];
                })
                ->all(),
        ];
    }

    /**
     * @param  list<string>  $columns  formulas
     * @param  list<int>  $companies
     * @return array{list<array{formula: string, label: string, unit: string}>, array<int|string, list<?float>>}
     */
    private function figures(array $columns, array $companies, EvaluationContext $context): array
    {
        try {
            $universe = $this->universes->on($context);
        } catch (ConflictHttpException) {
            $universe = null;
        }
        $places = $known = [];
        foreach ($companies as $company) {
            $at = $universe?->position($company);
            if ($at !== null) {
                $places[] = $at;
                $known[] = $company;
            }
        }
        $heads = [];
        $values = ['none' => []];
        foreach ($columns as $formula) {
            try {
                $node = $context->catalogue->parse($formula);
                $heads[] = [
                    'formula' => $formula,
                    'label' => $context->catalogue->find($formula) === null ? $formula : $context->catalogue->label($formula),
                    'unit' => $context->catalogue->unitOf($node)->value,
                ];
                $own = $universe === null ? [] : $this->column($universe, $node, $places, $context);
            } catch (LogionException) {
                // A metric that is gone is no column any more.
                continue;
            }
            $values['none'][] = null;
            foreach ($companies as $company) {
                $i = array_search($company, $known, true);
                $figure = $i === false ? NAN : $own[$i] ?? NAN;
                $values[$company][] = is_nan($figure) ? null : $figure;
            }
        }

        return [$heads, $values];
    }

    /**
     * @param  list<int>  $places
     * @return list<float> NaN where there is none
     */
    private function column(Universe $universe, Node $node, array $places, EvaluationContext $context): array
    {
        try {
            return $universe->evaluate($node, $places);
        } catch (HistoryPending) {
            // It looks at a history that no column holds: each company is asked itself, where they are few.
            return array_map(function (int $place) use ($universe, $node, $places, $context): float {
                $value =
                    count($places) > self::ASKED_ONE_BY_ONE
                        ? NAN
                        : $this->scopes->ofCompany($universe->company($place), $context)->value($node);

                return is_float($value) ? $value : NAN;
            }, $places);
        }
    }

    /**
     * @param  iterable<DrawnLine>|null  $lines
     * @return array{name: string, price: float, distance: float}|null the drawn line that the price is nearest to
     */
    private static function nearest(?iterable $lines, PriceSeries $of, ?float $now, int $day): ?array
    {
        $nearest = null;
        foreach ($now === null ? [] : $lines ?? [] as $line) {
            $at = ConditionChecks::level($line)->at($day) / $of->actions->splitRatio((int) $line->drawn_on, $day);
            if ($at > 0 && ($nearest === null || abs($now / $at - 1) < abs($nearest['distance']))) {
                $nearest = ['name' => (string) $line->name, 'price' => $at, 'distance' => $now / $at - 1];
            }
        }

        return $nearest;
    }

    /**
     * @param  list<float>  $closes
     * @return list<float> so many as a small chart shows, the last among them
     */
    private static function thinned(array $closes): array
    {
        $step = max(1, (int) ceil(count($closes) / self::POINTS));
        $some = [];
        for ($i = count($closes) - 1; $i >= 0; $i -= $step) {
            $some[] = (float) sprintf('%.5g', $closes[$i]);
        }

        return array_reverse($some);
    }
}
