<?php

declare(strict_types=1);

namespace App\Facts;

use Illuminate\Support\Facades\Cache;
use Logion\Absence;
use Logion\Metrics\Catalogue;
use Logion\Metrics\CompanyScope;
use Logion\Metrics\Formula\Compiler;
use Logion\Metrics\Formula\Node;
use Logion\Metrics\Moment;
use Logion\Screening\Category;
use Logion\Screening\Column;
use Logion\Screening\Texts;

/**
 * What a user's corrections, one-offs and choices change in the columns everybody shares: the values of a few companies,
 * computed once and kept until something changes. Metrics that compare companies stay as they are for everybody.
 */
final class Overlay
{
    private const KEPT_SECONDS = 86400;

    /** @var array<int, CompanyScope> by position */
    private array $scopes = [];

    /** @var array<string, array<int, float|Absence>>|null every metric by position */
    private ?array $metrics = null;

    private readonly string $stamp;

    /**
     * @param  array<int, int>  $positions  company by position
     * @param  array<int, ?string>  $templates  chosen template by company
     */
    public function __construct(private readonly Viewpoint $as, private readonly int $asOf, private readonly array $positions, private readonly array $templates, private readonly CompanyReader $companies, private readonly EconomyReader $economy, private readonly Catalogue $catalogue)
    {
        $this->stamp = hash('sha256', $as->stamp()." {$asOf} ".\Illuminate\Support\Facades\DB::table('imports')->whereNotNull('stored_at')->max('updated_at'));
    }

    public function metric(string $key, Column $column): Column
    {
        if ($this->catalogue->find($key) === null || $this->catalogue->needsPeers($key)) {
            return $column;
        }
        $this->metrics ??= Cache::store('file')->remember("overlay:{$this->stamp}", self::KEPT_SECONDS, function (): array {
            $metrics = [];
            foreach ($this->catalogue->all() as $key => $metric) {
                if (! $this->catalogue->needsPeers($key)) {
                    $metrics[$key] = $this->each(fn (CompanyScope $scope): float|Absence => $scope->inCurrency($scope->metric($key), $metric->unit, $scope->economy->baseCurrency()));
                }
            }

            return $metrics;
        });

        return $column->with($this->metrics[$key] ?? []);
    }

    public function expression(Node $node, Column $column): Column
    {
        $unit = $this->catalogue->unitOf($node);
        $compiled = Compiler::compile($node, $this->catalogue);

        return $column->with(Cache::store('file')->remember("overlay:{$this->stamp}:".sha1((string) $node), self::KEPT_SECONDS, fn (): array => $this->each(
            static fn (CompanyScope $scope): float|Absence => $scope->inCurrency(CompanyScope::finite($compiled($scope, Moment::of('trailing'))), $unit, $scope->economy->baseCurrency()),
        )));
    }

    public function attribute(string $name, Texts|Category $attribute): Texts|Category
    {
        $chosen = array_filter(array_intersect_key($this->templates, array_flip($this->positions)), static fn (?string $template): bool => $template !== null);
        if ($name !== 'template' || $chosen === [] || $attribute instanceof Texts) {
            return $attribute;
        }
        $words = $attribute->all();
        foreach ($this->positions as $position => $company) {
            $words[$position] = $chosen[$company] ?? $words[$position];
        }

        return Category::of($words);
    }

    /**
     * @param  \Closure(CompanyScope): (float|Absence)  $value
     * @return array<int, float|Absence>
     */
    private function each(\Closure $value): array
    {
        $values = [];
        foreach ($this->positions as $position => $company) {
            $this->scopes[$position] ??= new CompanyScope($this->companies->read($company, $this->as) ?? throw new \LogicException("Company {$company} vanished."), $this->asOf, $this->catalogue, $this->economy->read());
            $values[$position] = $value($this->scopes[$position]);
        }

        return $values;
    }
}
