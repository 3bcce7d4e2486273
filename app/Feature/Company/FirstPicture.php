<?php

declare(strict_types=1);

namespace App\Feature\Company;

use App\Evaluation\FigureReport;
use Logion\EarningPower\CompanyEarningPower;
use Logion\Formula\Node;
use Logion\Market\Bars\PriceBar;
use Logion\Market\Bars\PriceBars;
use Logion\Metric\CompanyScope;
use Logion\Statistics\Descriptive;
use Logion\Statistics\Extent;
use Logion\Time\Day;
use Logion\Time\TradingDays;

/** What a first reading shows at a glance: price beside earnings, ten years, how expectations moved, and where valuation stands. */
final readonly class FirstPicture
{
    private const YEARS_OF_PRICES = 5;

    private const YEARS_OF_EXPECTATIONS = 2;

    private const VALUATION = [
        'price_to_earnings',
        'forward_price_to_earnings',
        'ev_to_ebitda',
        'price_to_sales',
        'price_to_book',
        'price_to_funds_from_operations',
        'free_cash_flow_yield',
        'dividend_yield',
    ];

    /** The margin that tells most of a kind of business. */
    private const MARGIN = ['industrial' => 'operating_margin', 'bank' => 'return_on_equity', 'insurer' => 'combined_ratio'];

    public function __construct(private CompanyScope $scope)
    {
    }

    /** @return array<string, mixed> weekly closes and what the share earned, times the multiple that is usual for it */
    public function price(): array
    {
        $prices = $this->scope->prices;
        $from = TradingDays::firstFrom($prices->days, Day::monthsEarlier($this->scope->asOf, 12 * self::YEARS_OF_PRICES));
        $weeks = (new PriceBars(array_slice($prices->days, $from), array_slice($prices->closes, $from)))->resampled(
            PriceBars::WEEK,
            $this->scope->asOf,
        );
        $power = new CompanyEarningPower($this->scope);
        $basis = $power->usual();
        $line = $power->line($basis);
        $round = static fn (?float $x): ?float => $x === null ? null : round($x, 4);

        return [
            'currency' => $this->scope->company->tradingCurrency,
            'days' => array_map(static fn (PriceBar $bar): string => Day::iso($bar->last), $weeks),
            'closes' => array_map(static fn (PriceBar $bar): ?float => $round($bar->close), $weeks),
            'basis' => $this->scope->catalogue->label($basis->formula()),
            'multiple' => $round($line->normal),
            'years' => $line->used,
            'worth' => array_map($round, $line->along(array_column($weeks, 'last'))['value']),
        ];
    }

    /** @return array<string, mixed> revenue and the most telling margin of ten fiscal years, amounts in the reporting currency */
    public function tenYears(): array
    {
        $years = array_slice($this->scope->moments->years(), -10);
        $margin = self::MARGIN[$this->scope->company->template->value] ?? 'funds_from_operations_payout';
        $rows = (new FigureReport($this->scope))->throughYears(['revenue', $margin], $years);

        return ['currency' => $this->scope->company->reportingCurrency, 'years' => $years, 'rows' => $rows];
    }

    /** @return list<array{year: int, days: list<string>, means: list<float>}> mean expected earnings a share of coming years, day by day */
    public function expected(): array
    {
        $latest = $this->scope->facts->latestYear();

        return $latest === null
            ? []
            : (new FigureReport($this->scope))->expectedEarnings([$latest + 1, $latest + 2], self::YEARS_OF_EXPECTATIONS);
    }

    /**
     * Where each figure of valuation stands within its own ten fiscal year ends, and within its sector without the tails.
     *
     * @return list<array<string, mixed>>
     */
    public function scales(): array
    {
        $report = new FigureReport($this->scope);
        $years = array_slice($this->scope->moments->years(), -10);
        $spread = static fn (?Extent $of): ?array => $of === null
            ? null
            : ['low' => $of->low, 'median' => $of->median, 'high' => $of->high];

        return array_map(function (array $entry) use ($years, $spread): array {
            $key = $entry['key'];
            $past = array_map(
                fn (int $year): ?float => is_float($value = $this->scope->metric($key, $this->scope->moments->year($year))) ? $value : null,
                $years,
            );

            $value = $this->scope->metric($key);
            $sector = $this->scope->sectorSpread(Node::name($key));

            return [
                ...$entry,
                'standing' => is_float($value) && $sector !== null
                    ? $this->scope->catalogue->all()[$key]->against($value, $sector->median)
                    : null,
                'own' => $spread(Extent::whole(Descriptive::known($past))),
                'sector' => $spread($sector),
            ];
        }, $report->metrics(self::VALUATION));
    }
}
