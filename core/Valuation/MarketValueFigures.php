<?php

declare(strict_types=1);

namespace Logion\Valuation;

use Logion\Figure\Absence;
use Logion\Metric\CompanyScope;

/**
 * Figures of a company in the currency its shares trade in, by what part of its market value they are: so that a share of several classes,
 * in another currency than its reports, is valued as its price is.
 */
final readonly class MarketValueFigures
{
    /** Parts of the bridge, as the enterprise value of the catalogue takes them. */
    private const BRIDGE = [
        'cash' => ['cash_and_short_term_investments'],
        'debt' => ['total_debt'],
        'minority_interest' => ['minority_interest'],
        'preferred' => ['preferred_equity', 'temporary_equity'],
    ];

    public ?float $price;

    public ?float $marketValue;

    /** Of the main class, in which the whole market value is counted. */
    public ?float $shares;

    public EquityBridge $bridge;

    public function __construct(private CompanyScope $scope)
    {
        $this->price = $scope->prices->closes[$scope->prices->last()] ?? null;
        [$value, $each] = [$scope->metric('market_cap'), $scope->metric('share_price')];
        // Both are in the currency of the reports, so that their ratio is a number of shares.
        $this->shares = $value instanceof Absence || $each instanceof Absence || $each <= 0 ? null : $value / $each;
        $this->marketValue = $this->shares === null || $this->price === null ? null : $this->shares * $this->price;
        $amounts = [];
        foreach (self::BRIDGE as $name => $lines) {
            $amounts[$name] = 0.0;
            foreach ($lines as $line) {
                $amounts[$name] += $this->of("zero_if_absent({$line}) / market_cap") ?? 0.0;
            }
        }
        $this->bridge = new EquityBridge($amounts);
    }

    /** @param  string  $part  formula of the figure as a part of the market value, or a share of it as a part of the price */
    public function of(string $part): ?float
    {
        $value = $this->scope->value($this->scope->catalogue->parse($part));

        return $value instanceof Absence || $this->marketValue === null ? null : $value * $this->marketValue;
    }
}
