<?php

declare(strict_types=1);

namespace Logion\ValueMethod;

use Logion\CrossSection\Mask;
use Logion\CrossSection\Universe;
use Logion\Figure\Absence;
use Logion\Figure\Words;
use Logion\Formula\Moment;
use Logion\Metric\CompanyScope;
use Logion\Reporting\ReportingModel;
use Logion\Statistics\Descriptive;
use Logion\Transaction\TransactionMultiples;
use Logion\Valuation\MarketValueFigures;
use Logion\Valuation\Method\CashFlow\DiscountedCashFlow;
use Logion\Valuation\Method\CashFlow\DiscountedCashFlowDefaults;
use Logion\Valuation\MisfitMethod;

/** A company as methods see it: figures a share and in all in the currency it trades in, its past, its peers, what was paid for others. */
final class ValueSubject
{
    /** Years in which good and bad times are found. */
    private const CYCLE = 10;

    /** With fewer years a range of margins says nothing. */
    private const FEWEST = 5;

    /** A range of margins wider than this part of their median is that of a cyclical business. */
    private const WIDE = 1.2;

    /** From this part of the way to the highest on a margin is at its top. */
    private const TOP = 0.9;

    public readonly MarketValueFigures $market;

    /** @var array<string, non-empty-array<int, float>> sales by business that it has, by fiscal year */
    public readonly array $parts;

    /** @var array<string, ?float> by formula */
    private array $ratios = [];

    /** @var array<string, list<?float>> by metric */
    private array $past = [];

    private ?DiscountedCashFlow $cashFlow = null;

    /**
     * @param  list<int>  $peers  companies that stand for the group
     * @param  array<string, non-empty-array<int, float>>  $told  sales by business and fiscal year, in the currency it reports in
     * @param  array<string, float>  $profits  operating income of the last fiscal year by business that earned any
     */
    public function __construct(
        public readonly CompanyScope $scope,
        public readonly ?Universe $universe,
        public readonly array $peers = [],
        public readonly ?TransactionMultiples $transactions = null,
        array $told = [],
        public readonly array $profits = [],
    ) {
        $this->market = new MarketValueFigures($scope);
        // What it told nothing of in the last year it has no more.
        $latest = $told === [] ? 0 : max(array_map(static fn (array $years): int => max(array_keys($years)), $told));
        $this->parts = array_filter($told, static fn (array $years): bool => isset($years[$latest]));
    }

    public function kind(): ReportingModel
    {
        return $this->scope->company->template;
    }

    public function isFinancial(): bool
    {
        return in_array($this->kind(), [ReportingModel::Bank, ReportingModel::Insurer], true);
    }

    public function price(): ?float
    {
        return $this->market->price;
    }

    /** A figure without a currency: a rate, a ratio, a multiple. */
    public function ratio(string $formula): ?float
    {
        if (! array_key_exists($formula, $this->ratios)) {
            $value = $this->scope->value($this->scope->catalogue->parse($formula));
            $this->ratios[$formula] = $value instanceof Absence ? null : $value;
        }

        return $this->ratios[$formula];
    }

    /** An amount of the whole company. */
    public function total(string $line): ?float
    {
        $part = $this->ratio("{$line} / market_cap");

        return $part === null || $this->market->marketValue === null ? null : $part * $this->market->marketValue;
    }

    /** The same a share. */
    public function each(string $line): ?float
    {
        return $this->over($this->total($line));
    }

    /** An amount that is a share's already. */
    public function perShare(string $formula): ?float
    {
        $part = $this->ratio("({$formula}) / price");

        return $part === null || $this->market->price === null ? null : $part * $this->market->price;
    }

    /** What cash adds and claims of others take, a share. */
    public function net(): ?float
    {
        return $this->over($this->market->bridge->net());
    }

    /** @return list<?float> a metric at the ends of the last fiscal years, the oldest first */
    public function past(string $metric, int $years): array
    {
        return $this->past["{$metric} {$years}"] ??= array_map(function (int $back) use ($metric): ?float {
            $value = $this->scope->metric($metric, Moment::of('annual')->completedYear($back));

            return $value instanceof Absence ? null : $value;
        }, range($years - 1, 0));
    }

    /** Why earnings of now are no measure: the margin stands at the top of a wide range of its own; null where it does not. */
    public function peak(): ?string
    {
        $margins = Descriptive::known($this->past('operating_margin', self::CYCLE));
        $now = $this->ratio('operating_margin');
        $median = Descriptive::median($margins);
        if ($now === null || $median === null || count($margins) < self::FEWEST || $median <= 0) {
            return null;
        }
        [$low, $high] = [min($margins), max($margins)];
        $isWide = $high - $low > self::WIDE * $median;

        return $isWide && $now - $low >= self::TOP * ($high - $low)
            ? Words::label(
                'value.peak',
                'Its margin stands at the top of a wide range of ten years, so a multiple of such earnings says too much. '.
                    'Take earnings power, which has a normal margin, or use it all the same with the mean of five years.',
            )
            : null;
    }

    /**
     * The cash flow year by year as one starts with it, in the currency of the reports.
     *
     * @throws MisfitMethod if that does not fit the business or there is nothing to start from
     */
    public function cashFlow(): DiscountedCashFlow
    {
        return $this->cashFlow ??= DiscountedCashFlowDefaults::for($this->scope);
    }

    /** Why a cash flow year by year does not fit it, in words; null if it does. */
    public function cashFlowMisfit(): ?string
    {
        try {
            $this->cashFlow();

            return null;
        } catch (MisfitMethod $refusal) {
            return $refusal->getMessage();
        }
    }

    /** Units of the currency of the share for one of the reports. */
    public function exchange(): float
    {
        $own = $this->scope->metric('share_price');

        return $this->price() === null || ! is_float($own) || $own <= 0 ? 1.0 : $this->price() / $own;
    }

    /** @return list<?float> a metric of the peers */
    public function ofPeers(string $metric): array
    {
        return $this->universe === null
            ? []
            : array_map($this->universe->column($metric)->at(...), $this->universe->positionsOf($this->peers));
    }

    /** @return list<array{?float, ?float}> two metrics of every other share of the same kind of business */
    public function ofKind(string $first, string $second): array
    {
        $universe = $this->universe;
        $at = $universe?->position($this->scope->company->id);
        if ($universe === null || $at === null) {
            return [];
        }
        $kind = $universe->category('template');
        $alike = $kind->among([$kind->at($at)]) & $universe->everyone();
        $alike[$at] = "\0";
        [$a, $b] = [$universe->column($first), $universe->column($second)];

        return array_map(static fn (int $of): array => [$a->at($of), $b->at($of)], Mask::positions($alike));
    }

    private function over(?float $total): ?float
    {
        return $total === null || $this->market->shares === null || $this->market->shares <= 0 ? null : $total / $this->market->shares;
    }
}
