<?php

declare(strict_types=1);

namespace App\Feature\Screening;

use App\Evaluation\EvaluationContext;
use App\Files\TableFile;
use App\Storage\Settings;
use Logion\Figure\Words;
use Logion\Reference\IndustryTree;
use Logion\Screening\Funnel;
use Logion\Screening\ScreenDefinition;
use Logion\Time\Day;

/** The survivors of a screen as a table of values, with the day and what each column means. */
final class ScreenExport
{
    private const ROWS_AT_ONCE = 1000;

    public function __construct(
        private readonly ScreenRunner $runner,
        private readonly Universes $universes,
        private readonly Settings $settings,
    ) {
    }

    public function table(ScreenDefinition $screen, EvaluationContext $context): TableFile
    {
        $universe = $this->universes->on($context);
        $funnel = Funnel::run($screen, $universe);
        $survivors = $funnel->survivors($screen, $universe);
        $reference = $funnel->reference($universe);
        $catalogue = $universe->catalogue;
        // What has to be computed first is said before the file begins.
        foreach ($screen->columns as $column) {
            $universe->evaluate($catalogue->parse($column), $survivors);
        }
        $rows = function () use ($screen, $universe, $survivors, $reference): \Generator {
            foreach (array_chunk($survivors, self::ROWS_AT_ONCE) as $positions) {
                foreach ($this->runner->rows($universe, $screen->columns, $positions, null, $reference) as $row) {
                    $values = (array) $row['values'];
                    yield [
                        $row['ticker'],
                        $row['name'],
                        IndustryTree::label($row['sector']),
                        ...array_map(static fn (string $column): ?float => $values[$column], $screen->columns),
                    ];
                }
            }
        };
        $definitions = [
            [Words::say('screen'), $screen->name],
            [Words::say('as_of'), Day::iso($context->day)],
            [Words::say('companies'), (string) count($survivors)],
            [Words::say('belief'), $screen->belief],
            [Words::say('amounts'), Words::say('in_fractions_as_fractions_is_an', currency: $this->settings->currency())],
        ];
        foreach ($screen->criteria as $criterion) {
            if ($criterion->active) {
                $definitions[] = [Words::say('criterion'), (string) $criterion];
            }
        }
        foreach ($screen->setAside as $entry) {
            $definitions[] = [Words::say('set_aside'), "{$entry['ticker']}: {$entry['reason']}"];
        }
        foreach ($screen->columns as $column) {
            $metric = $catalogue->find($column);
            $definitions[] = [
                $metric->label ?? $column,
                $metric === null
                    ? $column
                    : "{$metric->formula} ({$metric->unit->value}, {$metric->basis})".($metric->note === '' ? '' : " {$metric->note}"),
            ];
        }

        return new TableFile(
            $screen->name,
            [Words::say('ticker'), Words::say('company'), Words::say('sector'), ...array_map($catalogue->label(...), $screen->columns)],
            $rows(),
            count($survivors),
            $definitions,
        );
    }
}
