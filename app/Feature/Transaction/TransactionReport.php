<?php

declare(strict_types=1);

namespace App\Feature\Transaction;

use App\Models\PastTransaction;
use App\Models\TransactionChoice;
use App\Models\User;
use Logion\Metric\CompanyScope;
use Logion\Multiple\ImpliedValue;
use Logion\Multiple\Multiple;
use Logion\Reference\IndustryTree;
use Logion\Statistics\Descriptive;
use Logion\Time\Day;
use Logion\Transaction\TransactionMultiples;
use Logion\Valuation\MarketValueFigures;

/** Past transactions that were public by a day, which of them count, and what their multiples are worth on a subject's figures. */
final readonly class TransactionReport
{
    private const MULTIPLES = [Multiple::Sales, Multiple::Ebitda, Multiple::Ebit, Multiple::Earnings];

    /** The subject's figure as a part of its market value. */
    private const FIGURES = [
        'ev_to_sales' => 'revenue / market_cap',
        'ev_to_ebitda' => 'ebitda / market_cap',
        'ev_to_ebit' => 'ebit / market_cap',
        'price_to_earnings' => 'earnings_per_share_diluted / price',
    ];

    public function __construct(private CompanyScope $scope)
    {
    }

    /** @return array<string, mixed> */
    public function of(?User $user, TransactionFilter $filter): array
    {
        $choices =
            $user === null
                ? collect()
                : TransactionChoice::query()
                    ->of($user)
                    ->where('company_id', $this->scope->company->id)
                    ->get()
                    ->keyBy('past_transaction_id');
        $all = PastTransaction::query()->where('announced_on', '<=', $this->scope->asOf)->orderByDesc('announced_on')->orderBy('id')->get();
        $rows = $counted = [];
        foreach ($all as $transaction) {
            $paid = self::paid($transaction);
            if (! $filter->admits($transaction, $paid['enterprise_value'])) {
                continue;
            }
            $choice = $choices[$transaction->id] ?? null;
            $isIn = $filter->left === null ? $choice === null || $choice->included : ! in_array($transaction->id, $filter->left, true);
            if ($isIn) {
                $counted[] = $paid;
            }
            $single = new TransactionMultiples([$paid]);
            $rows[] = [
                'id' => $transaction->id,
                'announced_on' => Day::iso($transaction->announced_on),
                ...$transaction->only(['target', 'acquirer', 'buyer', 'country', 'currency', 'payment']),
                'industry' => $transaction->industry,
                'industry_name' => IndustryTree::label((string) $transaction->industry),
                ...$transaction->only(['price', 'stake', 'net_debt', 'revenue', 'ebitda', 'ebit', 'net_income', 'premium']),
                'equity_value' => $paid['equity_value'],
                'enterprise_value' => $paid['enterprise_value'],
                'in' => $isIn,
                'reason' => $choice?->reason,
                'multiples' => self::byMultiple(static fn (Multiple $of): ?float => $single->of($of)[0]),
            ];
        }
        $multiples = new TransactionMultiples($counted);

        return [
            'as_of' => Day::iso($this->scope->asOf),
            'known' => count($all),
            'industry' => $this->scope->company->sector,
            'transactions' => $rows,
            'counted' => count($counted),
            'statistics' => self::byMultiple(static fn (Multiple $of): array => $multiples->spread($of)->toArray()),
            ...$this->applied($multiples),
        ];
    }

    /** @return array<string, mixed> */
    private function applied(TransactionMultiples $multiples): array
    {
        $own = new MarketValueFigures($this->scope);
        $values = [];
        foreach (self::MULTIPLES as $multiple) {
            $values[$multiple->value] = $multiples->implied(
                $multiple,
                $own->of(self::FIGURES[$multiple->value]),
                $own->bridge,
                $own->shares,
            );
        }

        return [
            'currency' => $this->scope->company->tradingCurrency,
            'price' => $own->price,
            'net' => $own->bridge->net(),
            'values' => array_map(
                static fn (ImpliedValue $of): array => [
                    'enterprise_value' => $of->enterprise->median,
                    'low' => $of->perShare->lowerQuartile,
                    'centre' => $of->perShare->median,
                    'high' => $of->perShare->upperQuartile,
                ],
                $values,
            ),
            'figures' => array_map($own->of(...), self::FIGURES),
            'blended_low' => self::mean($values, 'lowerQuartile'),
            'blended' => TransactionMultiples::blended(array_values($values)),
            'blended_high' => self::mean($values, 'upperQuartile'),
        ];
    }

    /**
     * @param  array<string, ImpliedValue>  $values
     * @param  'lowerQuartile'|'upperQuartile'  $of
     */
    private static function mean(array $values, string $of): ?float
    {
        return Descriptive::mean(
            Descriptive::known(array_values(array_map(static fn (ImpliedValue $value): ?float => $value->perShare->{$of}, $values))),
        );
    }

    /**
     * The whole, whatever part of it was bought: the price over the stake, and the debt that went with it.
     *
     * @return array{enterprise_value: float|null, equity_value: float|null, sales: float|null, ebitda: float|null, ebit: float|null,
     *     net_income: float|null}
     */
    public static function paid(PastTransaction $of): array
    {
        $equity = $of->stake > 0 ? $of->price / $of->stake : null;

        return [
            'equity_value' => $equity,
            'enterprise_value' => $equity === null || $of->net_debt === null ? null : $equity + $of->net_debt,
            'sales' => $of->revenue,
            'ebitda' => $of->ebitda,
            'ebit' => $of->ebit,
            'net_income' => $of->net_income,
        ];
    }

    /**
     * @template T
     *
     * @param  \Closure(Multiple): T  $of
     * @return array<string, T>
     */
    private static function byMultiple(\Closure $of): array
    {
        $by = [];
        foreach (self::MULTIPLES as $multiple) {
            $by[$multiple->value] = $of($multiple);
        }

        return $by;
    }
}
