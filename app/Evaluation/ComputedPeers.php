<?php

declare(strict_types=1);

namespace App\Evaluation;

use App\Storage\ColumnsForgotten;
use App\Storage\HistoryPending;
use Logion\Figure\Absence;
use Logion\Figure\Reason;
use Logion\Formula\Node;
use Logion\Formula\Shape\AmongCompanies;
use Logion\Metric\Peers;
use Logion\Statistics\Extent;

/** Compares one company with columns that are there. To open a company never computes a column of the universe. */
final readonly class ComputedPeers implements Peers
{
    public function __construct(private Peers $peers)
    {
    }

    public function standing(AmongCompanies $function, Node $expression, float|Absence $own, int $company): float|Absence
    {
        try {
            return $this->peers->standing($function, $expression, $own, $company);
        } catch (HistoryPending|ColumnsForgotten) {
            return self::pending((string) $expression);
        }
    }

    public function spread(Node $expression, int $company): ?Extent
    {
        try {
            return $this->peers->spread($expression, $company);
        } catch (HistoryPending|ColumnsForgotten) {
            return null;
        }
    }

    public function metric(string $key, int $company): float|Absence
    {
        try {
            return $this->peers->metric($key, $company);
        } catch (HistoryPending $pending) {
            return self::pending($pending->formula);
        } catch (ColumnsForgotten) {
            return self::pending($key);
        }
    }

    private static function pending(string $expression): Absence
    {
        return Absence::of(Reason::NotComputedForAll, (string) $expression);
    }
}
