<?php

declare(strict_types=1);

namespace App\Task;

use App\Storage\ColumnComputation;
use App\Storage\ColumnStore;
use App\Storage\CompanyYears;
use App\Storage\DataStamp;
use App\Storage\UniverseMembers;
use Closure;
use Logion\CrossSection\Column;
use Logion\Metric\Catalogue;

/** The metric columns of a day, or one expression over the companies' history, split over the companies of the day. */
final readonly class ColumnWork implements PartedWork
{
    use StoresAtTheEnd;

    public function __construct(
        private ColumnComputation $computation,
        private ColumnStore $columns,
        private UniverseMembers $universes,
        private CompanyYears $years,
        private DataStamp $stamp,
        private int $asOf,
        private ?string $formula,
    ) {
    }

    /** @param  string|null  $formula  null for all metrics of the day */
    public static function order(int $task, int $asOf, ?string $formula, string $lane): WorkOrder
    {
        return new WorkOrder($task, self::class, ['asOf' => $asOf, 'formula' => $formula], $lane);
    }

    public function parts(): array
    {
        $this->formula === null || ColumnStore::mustNotCompare(Catalogue::builtIn()->parse($this->formula));

        return array_map(
            fn (array $ids): array => [
                'asked' => ['companies' => $ids, 'years' => $this->formula === null, 'stamp' => $this->stamp->readOf($ids)],
                'size' => count($ids),
            ],
            PartSizes::split($this->companies(), config('logion.companies_of_a_part.columns')) ?: [[]],
        );
    }

    public function compute(array $asked, Closure $goesOn): string
    {
        $formulas = $this->formula === null ? ColumnStore::ownMetrics() : [$this->formula];
        $columns = $this->computation->share($asked['companies'], $this->asOf, $formulas, static fn () => $goesOn());

        $packed = array_map(static fn (Column $of): array => [$of->packed, $of->states], $columns);
        $years = $asked['years'] ? $this->years->compute($asked['companies']) : [];

        return serialize([$asked['stamp'], $asked['companies'], $packed, $years]);
    }

    public function finish(iterable $found): bool
    {
        $parts = $companies = $years = $stamps = [];
        foreach ($found as $part) {
            [$stamp, $some, $columns, $itsYears] = unserialize($part, ['allowed_classes' => false]);
            $stamps[] = [$stamp, $some];
            array_push($companies, ...$some);
            array_push($years, ...$itsYears);
            $parts[] = array_map(static fn (array $of): Column => new Column(...$of), $columns);
        }
        $members = $this->formula === null ? $this->universes->on($this->asOf) : [];
        if ($companies !== ($this->formula === null ? array_column($members, 'id') : $this->companies())) {
            return false;
        }
        $columns = array_map(Column::joined(...), ...$parts);
        $keepYears = function () use ($stamps, $years): bool {
            $isCurrent = $this->stamp->holds($stamps);
            $isCurrent && $this->years->keep($years);

            return $isCurrent;
        };

        return $this->formula === null
            ? $this->columns->keep($this->asOf, $members, $columns, $keepYears)
            : $this->columns->keepExpression($this->asOf, Catalogue::builtIn()->parse($this->formula), $columns[0], $keepYears);
    }

    /** @return list<int> of the universe, or, for what is joined to columns that are kept, those they are of */
    private function companies(): array
    {
        if ($this->formula === null) {
            return array_column($this->universes->on($this->asOf), 'id');
        }

        return $this->columns->universe($this->asOf)?->ids() ?? throw new \LogicException('The columns of the day come first.');
    }
}
