<?php

declare(strict_types=1);

namespace App\Evaluation;

use Logion\Figure\Absence;
use Logion\Metric\CompanyScope;
use Logion\Valuation\EquityBridge;

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
        $this->marketValue = (new FigureReport($scope))->metric('market_cap')['value'];
        $this->shares =
            $this->price === null || $this->marketValue === null || $this->price <= 0 ? null : $this->marketValue / $this->price;
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
