<?php

declare(strict_types=1);

namespace App\Research;

use App\Facts\ColumnStore;
use Logion\Market\Day;
use Logion\Screening\Distribution;
use Logion\Screening\Funnel;
use Logion\Screening\Screen;
use Logion\Screening\Universe;
use Logion\Screening\Warnings;
use Symfony\Component\HttpKernel\Exception\ConflictHttpException;

/** Runs screens on the stored columns. */
final class ScreenRunner
{
    private const PREVIEW_BINS = 40;

    public function __construct(private readonly ColumnStore $columns)
    {
    }

    /**
     * @return array{as_of: string, universe: array<string, mixed>, steps: list<array<string, mixed>>, total: int, rows: list<array<string, mixed>>}
     */
    public function run(Screen $screen, int $asOf, int $offset = 0, ?int $limit = null, bool $alone = false, bool $computes = true): array
    {
        $universe = $this->universe($asOf, $computes);
        $funnel = Funnel::run($screen, $universe, $alone);
        $page = array_slice($funnel->survivors, $offset, $limit);
        $rows = [];
        foreach ($page as $position) {
            $rows[] = [
                'ticker' => $universe->attribute('ticker')[$position], 'name' => $universe->attribute('name')[$position], 'company' => $universe->ids[$position],
                'sector' => $universe->attribute('sector')[$position], 'values' => [], 'states' => [],
            ];
        }
        foreach ($screen->columns as $column) {
            $tree = $universe->catalogue->parse($column);
            $stored = $tree->kind === 'name' && $universe->catalogue->find($tree->symbol) !== null ? $universe->column($tree->symbol) : null;
            foreach ($universe->evaluate($tree, $page) as $i => $value) {
                $known = $value == $value;
                $rows[$i]['values'][$column] = $known ? $value : null;
                if (! $known) {
                    $rows[$i]['states'][$column] = $stored === null ? 'missing' : $stored->state($page[$i]);
                }
            }
        }
        foreach ($rows as $i => $row) {
            $rows[$i]['values'] = (object) $row['values'];
            $rows[$i]['states'] = (object) $row['states'];
        }

        return [
            'as_of' => Day::iso($asOf), 'universe' => ['size' => count($funnel->universe), 'definition' => (object) $screen->universe],
            'steps' => $funnel->steps, 'total' => count($funnel->survivors), 'rows' => $rows,
            'sectors' => (object) Warnings::sectors($funnel, $universe), 'warnings' => Warnings::of($funnel, $universe), 'companies' => array_map(static fn (int $p): int => $universe->ids[$p], array_slice($funnel->survivors, 0, 500)),
        ];
    }

    /**
     * The distribution of a formula over the companies a screen starts from, with how many pass each threshold.
     *
     * @param  array<string, mixed>  $definition
     * @return array<string, mixed>
     */
    public function distribution(string $formula, array $definition, int $asOf): array
    {
        $universe = $this->universe($asOf, false);
        $positions = $universe->select(Screen::fromArray(['universe' => $definition])->universe);
        $distribution = Distribution::of($universe->evaluate($universe->catalogue->parse($formula), $positions), self::PREVIEW_BINS);

        return get_object_vars($distribution);
    }

    /** @throws ConflictHttpException if the day's columns have not been refreshed */
    public function universe(int $asOf, bool $computes): Universe
    {
        return $this->columns->universe($asOf, $computes)
            ?? throw new ConflictHttpException('The figures as of '.Day::iso($asOf).' have not been computed yet. Start the refresh and wait for it.');
    }
}
