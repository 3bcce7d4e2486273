<?php

declare(strict_types=1);

namespace App\Storage;

use Closure;
use Fidry\CpuCoreCounter\CpuCoreCounter;
use Illuminate\Support\Facades\DB;
use Logion\CrossSection\Column;
use Logion\Formula\Moment;
use Logion\Metric\Catalogue;
use Logion\Metric\CompanyScope;
use Logion\Metric\Evaluation\BatchEvaluator;

/** Computes columns from facts and prices, batch by batch with flat memory; a large universe is shared out, one process a processor. */
final class ColumnComputation
{
    /** Companies evaluated together: many enough to share the work, few enough to keep memory flat. */
    public const BATCH = 50;

    /** Batches after which rings are looked for: hardly any are left, and to look takes a tenth of the time of a batch. */
    private const COLLECTED_AFTER = 8;

    /** Fewer companies are computed sooner than a further process has started. */
    private const LEAST_A_PROCESS = 150;

    public function __construct(private readonly CompanyReader $companies, private readonly EconomyReader $economy)
    {
    }

    /**
     * @param  list<int>  $ids  companies
     * @param  list<string>  $formulas  of the built-in catalogue, none that compares companies
     * @param  Closure(int, int): void|null  $progress  done, total
     * @return list<Column> one a formula, values in the order of the companies
     */
    public function columns(array $ids, int $asOf, array $formulas, ?Closure $progress = null): array
    {
        $shares = $ids === [] ? [[]] : array_chunk($ids, max(1, (int) ceil(count($ids) / $this->processes(count($ids)))));
        $own = array_shift($shares);
        $others = array_map(fn (array $share): ColumnProcess => ColumnProcess::start($share, $asOf, $formulas), $shares);
        $told = 0;
        $tell = static function (int $done) use (&$told, $others, $progress, $ids): void {
            $done += array_sum(array_map(static fn (ColumnProcess $other): int => $other->done(), $others));
            if ($progress !== null && $done > $told) {
                $progress($told = $done, count($ids));
            }
        };
        try {
            $columns = [$this->share($own, $asOf, $formulas, $tell)];
            foreach ($others as $other) {
                $columns[] = $other->columns(static fn () => $tell(count($own)));
            }
        } finally {
            // After an error, or where the work was cancelled, nobody waits for them.
            array_map(static fn (ColumnProcess $other) => $other->end(), $others);
        }

        return array_map(Column::joined(...), ...$columns);
    }

    /**
     * What one process computes.
     *
     * @param  list<int>  $ids
     * @param  list<string>  $formulas
     * @param  Closure(int): void  $progress  companies done
     * @return list<Column>
     */
    public function share(array $ids, int $asOf, array $formulas, Closure $progress): array
    {
        $catalogue = Catalogue::builtIn();
        $nodes = array_map($catalogue->parse(...), $formulas);
        // Values are packed as they come: a PHP float in an array takes three times the room of its eight bytes.
        $packed = $states = array_fill(0, count($nodes), '');
        CollectorPause::during(function (Closure $collect) use ($ids, $asOf, $catalogue, $nodes, $progress, &$packed, &$states): void {
            foreach (array_chunk($ids, self::BATCH) as $i => $batch) {
                $evaluator = new BatchEvaluator($this->open($batch, $asOf, $catalogue), $catalogue);
                foreach ($nodes as $column => $node) {
                    $part = Column::ofVector($evaluator->value($node, Moment::ofFormula()));
                    $packed[$column] .= $part->packed;
                    $states[$column] .= $part->states;
                }
                $this->companies->keepPacked($batch);
                unset($evaluator);
                $i % self::COLLECTED_AFTER === self::COLLECTED_AFTER - 1 && $collect();
                $progress($i * self::BATCH + count($batch));
            }
        });

        return array_map(static fn (string $values, string $why): Column => new Column($values, $why), $packed, $states);
    }

    /**
     * @param  list<int>  $ids
     * @return list<CompanyScope> opened on a day
     */
    public function open(array $ids, int $asOf, Catalogue $catalogue): array
    {
        $economy = $this->economy->read();

        return array_map(
            fn (int $id): CompanyScope => new CompanyScope(
                $this->companies->read($id, on: $asOf) ?? throw new \LogicException("Company {$id} vanished."),
                $asOf,
                $catalogue,
                $economy,
            ),
            $ids,
        );
    }

    private function processes(int $companies): int
    {
        // Other processes do not see what is not committed.
        if ($companies < 2 * self::LEAST_A_PROCESS || DB::transactionLevel() > 0) {
            return 1;
        }

        return min(
            intdiv($companies, self::LEAST_A_PROCESS),
            config('logion.processes') ?? (new CpuCoreCounter())->getCountWithFallback(1),
        );
    }
}
