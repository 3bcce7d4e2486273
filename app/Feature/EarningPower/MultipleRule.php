<?php

declare(strict_types=1);

namespace App\Feature\EarningPower;

use Logion\EarningPower\Basis;
use Logion\EarningPower\CompanyEarningPower;
use Logion\EarningPower\ValueLine;
use Logion\Formula\Node;
use Logion\Metric\CompanyScope;

/** How the multiple is found that is taken for normal: from the company's own years, its sector, its growth, or as told. */
final readonly class MultipleRule
{
    public const OWN = 'own';

    public const NAMES = ['median', 'mean', 'trimmed_mean', 'sector', 'growth', self::OWN];

    /** @param  value-of<self::NAMES>  $name */
    public function __construct(public string $name, public ?float $own)
    {
    }

    /** The line by this rule. Where sector or growth say nothing it has no normal multiple. */
    public function line(CompanyEarningPower $power, CompanyScope $scope, Basis $basis, int $years, ?float $growth): ValueLine
    {
        return match ($this->name) {
            'median' => $power->line($basis, $years, ValueLine::MEDIAN, growth: $growth),
            'mean' => $power->line($basis, $years, ValueLine::MEAN, growth: $growth),
            'trimmed_mean' => $power->line($basis, $years, ValueLine::TRIMMED_MEAN, growth: $growth),
            'sector' => $power->line($basis, $years, ValueLine::OWN, self::ofSector($scope, $basis), $growth),
            'growth' => $power->line($basis, $years, ValueLine::OWN, self::ofGrowth($power, $growth), $growth),
            default => $power->line($basis, $years, ValueLine::OWN, $this->own, $growth),
        };
    }

    private static function ofSector(CompanyScope $scope, Basis $basis): ?float
    {
        $metric = $basis->multiple();

        return $metric === null ? null : $scope->sectorSpread(Node::name($metric))?->median;
    }

    /** As many times as earnings grow in per cent: the plain rule of thumb. */
    private static function ofGrowth(CompanyEarningPower $power, ?float $growth): ?float
    {
        $grows = $growth ?? $power->expectedGrowth();

        return $grows === null || $grows <= 0 ? null : 100 * $grows;
    }
}
