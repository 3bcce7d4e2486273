<?php

declare(strict_types=1);

namespace App\Storage;

use Illuminate\Support\Facades\Cache;
use Logion\CrossSection\Category;
use Logion\CrossSection\Column;
use Logion\CrossSection\Texts;
use Logion\Figure\Absence;
use Logion\Formula\Moment;
use Logion\Formula\Node;
use Logion\Formula\Vector;
use Logion\Metric\Catalogue;
use Logion\Metric\CompanyScope;
use Logion\Metric\Evaluation\BatchEvaluator;

/**
 * What a user's corrections, one-offs and choices change in the columns everybody shares: the values of a few companies,
 * computed once and kept until something changes. Metrics that compare companies follow from them.
 */
final class Overlay
{
    private const KEPT_SECONDS = 86400;

    private ?BatchEvaluator $evaluator = null;

    /** @var array<string, array<int, float|Absence>>|null every metric by position */
    private ?array $metrics = null;

    /**
     * @param  array<int, int>  $positions  company by position
     * @param  array<int, ?string>  $templates  chosen template by company
     * @param  string  $stamp  of all that values follow from
     */
    public function __construct(
        private readonly Viewpoint $as,
        private readonly int $asOf,
        private readonly array $positions,
        private readonly array $templates,
        private readonly CompanyReader $companies,
        private readonly EconomyReader $economy,
        private readonly Catalogue $catalogue,
        private readonly string $stamp,
    ) {
    }

    public function metric(string $key, Column $column): Column
    {
        if ($this->catalogue->find($key) === null || $this->catalogue->needsPeers($key)) {
            return $column;
        }
        $kept = Cache::store(config('logion.seen_at_once'));
        $this->metrics ??= $kept->remember("overlay:{$this->stamp}", self::KEPT_SECONDS, function (): array {
            $metrics = [];
            foreach (array_keys($this->catalogue->all()) as $key) {
                if (! $this->catalogue->needsPeers($key)) {
                    $metrics[$key] = $this->at($this->evaluator()->metric($key, Moment::ofFormula()));
                }
            }

            return $metrics;
        });

        return $column->with($this->metrics[$key] ?? []);
    }

    public function expression(Node $node, Column $column): Column
    {
        return $column->with(
            Cache::store(config('logion.seen_at_once'))->remember(
                "overlay:{$this->stamp}:".sha1((string) $node),
                self::KEPT_SECONDS,
                fn (): array => $this->at($this->evaluator()->value($node, Moment::ofFormula())),
            ),
        );
    }

    public function attribute(string $name, Texts|Category $attribute): Texts|Category
    {
        $chosen = array_filter(
            array_intersect_key($this->templates, array_flip($this->positions)),
            static fn (?string $template): bool => $template !== null,
        );
        if ($name !== 'template' || $chosen === [] || $attribute instanceof Texts) {
            return $attribute;
        }
        $words = $attribute->all();
        foreach ($this->positions as $position => $company) {
            $words[$position] = $chosen[$company] ?? $words[$position];
        }

        return Category::of($words);
    }

    private function evaluator(): BatchEvaluator
    {
        $economy = $this->economy->read();

        return $this->evaluator ??= new BatchEvaluator(
            array_map(
                fn (int $company): CompanyScope => new CompanyScope(
                    $this->companies->read($company, $this->as, on: $this->asOf) ??
                        throw new \LogicException("Company {$company} vanished."),
                    $this->asOf,
                    $this->catalogue,
                    $economy,
                ),
                array_values($this->positions),
            ),
            $this->catalogue,
        );
    }

    /** @return array<int, float|Absence> by position in the universe */
    private function at(Vector $vector): array
    {
        $values = [];
        foreach (array_keys($this->positions) as $i => $position) {
            $values[$position] = $vector->at($i);
        }

        return $values;
    }
}
