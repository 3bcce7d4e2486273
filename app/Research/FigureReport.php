<?php

declare(strict_types=1);

namespace App\Research;

use Logion\Absence;
use Logion\Figure;
use Logion\Metrics\CompanyScope;
use Logion\Metrics\Formula\Interpreter;
use Logion\Unit;
use Logion\Working\Source;
use Logion\Working\Working;

/** Metrics of one company as the outside sees them: amounts in the currency its shares trade in. */
final class FigureReport
{
    public function __construct(private readonly CompanyScope $scope)
    {
    }

    /** @return array<string, mixed> value, unit, currency, state, reason */
    public function metric(string $key): array
    {
        $unit = $this->scope->catalogue->unit($key);

        return $this->present(Figure::of($this->scope->inCurrency($this->scope->metric($key), $unit, $this->scope->company->tradingCurrency), $unit));
    }

    /** The working of a metric; where the reporting currency is another, the conversion is its first step. */
    public function working(string $key): Working
    {
        return $this->converted((new Interpreter($this->scope))->metric($key));
    }

    public function converted(Working $working): Working
    {
        $company = $this->scope->company;
        $unit = $working->figure->unit;
        if ($company->reportingCurrency === $company->tradingCurrency || ! in_array($unit, [Unit::Money, Unit::MoneyPerShare], true) || ! $working->figure->isKnown()) {
            return $working;
        }
        $value = $this->scope->inCurrency($working->figure->value(), $unit, $company->tradingCurrency);
        $rate = $this->scope->economy->exchange($company->reportingCurrency, $company->tradingCurrency, $this->scope->asOf);

        return new Working(
            $working->label, Figure::of($value, $unit), "amount in {$company->reportingCurrency} × exchange rate into {$company->tradingCurrency}", $working->period,
            [$working, new Working('Exchange rate', Figure::of($rate ?? Absence::missing('Not known.'), Unit::Ratio), null, null, [], Source::market("{$company->tradingCurrency} for one {$company->reportingCurrency}"))], null, $working->key,
        );
    }

    /** @return array<string, mixed> */
    public function present(Figure $figure): array
    {
        return [...$figure->jsonSerialize(), 'currency' => in_array($figure->unit, [Unit::Money, Unit::MoneyPerShare], true) ? $this->scope->company->tradingCurrency : null];
    }
}
