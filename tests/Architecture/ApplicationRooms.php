<?php

declare(strict_types=1);

namespace Tests\Architecture;

use PHPat\Selector\Selector;
use PHPat\Test\Attributes\TestRule;
use PHPat\Test\Builder\Rule;
use PHPat\Test\PHPat;

/** Which room of the application may use which; an arrow that is not here fails, and together they have no cycle. */
final class ApplicationRooms
{
    /** Room by room, from the foundation up: each uses only rooms above it in this list. */
    public const USES = [
        'Files' => [],
        'Models' => ['Files'],
        'Storage' => ['Files', 'Models'],
        'Evaluation' => ['Models', 'Storage'],
        'Upkeep' => ['Models', 'Storage'],
        'Following' => ['Evaluation', 'Models', 'Storage'],
        'Policies' => ['Models'],
        'Http' => ['Evaluation', 'Models', 'Policies', 'Storage'],
        'Task' => ['Evaluation', 'Http', 'Models', 'Storage'],
        'Feature\Account' => ['Http', 'Models', 'Storage'],
        'Feature\Installation' => ['Http', 'Models', 'Storage'],
        'Feature\Reference' => ['Evaluation', 'Http', 'Models', 'Storage'],
        'Feature\Screening' => ['Evaluation', 'Files', 'Http', 'Models', 'Storage', 'Task'],
        'Feature\BackTest' => ['Evaluation', 'Feature\Screening', 'Http', 'Models', 'Storage', 'Task'],
        'Feature\Comparison' => ['Evaluation', 'Feature\BackTest', 'Feature\Screening', 'Http', 'Models'],
        'Feature\Catalogue' => ['Evaluation', 'Feature\Screening', 'Http', 'Models', 'Storage'],
        'Feature\CompanyList' => ['Evaluation', 'Feature\Screening', 'Following', 'Http', 'Models', 'Storage'],
        'Feature\Correction' => ['Evaluation', 'Http', 'Models', 'Storage'],
        'Feature\Decision' => ['Evaluation', 'Following', 'Http', 'Models', 'Storage'],
        'Feature\Export' => ['Evaluation', 'Files', 'Http', 'Models', 'Storage', 'Task'],
        'Feature\Following' => ['Evaluation', 'Following', 'Http', 'Models', 'Storage'],
        'Feature\Desk' => ['Evaluation', 'Following', 'Http', 'Models', 'Storage'],
        'Feature\Finder' => ['Evaluation', 'Http', 'Models', 'Storage'],
        'Feature\Intake' => ['Feature\Reference', 'Files', 'Http', 'Models', 'Storage', 'Task'],
        'Feature\Portfolio' => ['Evaluation', 'Feature\Screening', 'Files', 'Http', 'Models', 'Storage'],
        'Feature\Example' => ['Evaluation', 'Feature\Portfolio', 'Following', 'Http', 'Models', 'Storage'],
        'Feature\Report' => ['Evaluation', 'Feature\Decision', 'Feature\Portfolio', 'Http', 'Models', 'Storage'],
        'Feature\Peer' => ['Evaluation', 'Feature\Screening', 'Files', 'Http', 'Models', 'Storage'],
        'Feature\Capital' => ['Evaluation', 'Feature\Peer', 'Feature\Screening', 'Http', 'Models', 'Storage'],
        'Feature\Transaction' => ['Evaluation', 'Feature\Reference', 'Http', 'Models', 'Storage'],
        'Feature\Note' => ['Evaluation', 'Http', 'Models'],
        'Feature\OwnMetric' => ['Evaluation', 'Http', 'Models', 'Storage'],
        'Feature\Sharing' => ['Evaluation', 'Http', 'Models', 'Policies', 'Storage'],
        'Feature\Statement' => ['Evaluation', 'Http', 'Models', 'Storage'],
        'Feature\Layout' => ['Http', 'Models'],
        'Feature\Company' => ['Evaluation', 'Feature\Layout', 'Feature\Statement', 'Http', 'Models', 'Storage'],
        'Feature\Expectation' => ['Evaluation', 'Http', 'Models', 'Storage'],
        'Feature\Paper' => ['Evaluation', 'Files', 'Http', 'Models'],
        'Feature\Health' => ['Upkeep'],
        'Feature\Results' => ['Evaluation', 'Http', 'Models', 'Storage'],
        'Feature\Timeline' => ['Evaluation', 'Http', 'Models', 'Storage'],
        'Feature\EarningPower' => ['Evaluation', 'Http'],
        'Feature\Cases' => ['Evaluation', 'Following', 'Http', 'Models', 'Storage'],
        'Feature\Stage' => ['Evaluation', 'Http', 'Models', 'Storage'],
        'Feature\Downturn' => ['Evaluation', 'Http', 'Models', 'Storage'],
        'Feature\Economy' => ['Http', 'Storage'],
        'Feature\Industry' => ['Evaluation', 'Http', 'Storage'],
        'Feature\Driver' => ['Evaluation', 'Http', 'Models', 'Storage'],
        'Feature\Market' => ['Evaluation', 'Following', 'Http', 'Models', 'Storage'],
        'Feature\Quality' => ['Evaluation', 'Feature\Correction', 'Feature\Statement', 'Http', 'Models', 'Storage'],
        'Feature\Valuation' => ['Evaluation', 'Feature\Driver', 'Files', 'Http', 'Models', 'Storage'],
        'Feature\Value' => [
            'Evaluation',
            'Feature\Driver',
            'Feature\Peer',
            'Feature\Screening',
            'Feature\Transaction',
            'Feature\Valuation',
            'Files',
            'Http',
            'Models',
            'Storage',
            'Task',
        ],
        'Feed' => ['Feature\Intake', 'Following', 'Models', 'Storage'],
        'Feature\Simulation' => ['Feed', 'Http', 'Models', 'Storage', 'Task'],
    ];

    /** @return iterable<string, Rule> */
    #[TestRule]
    public function rooms_use_only_what_they_may(): iterable
    {
        foreach (self::USES as $room => $uses) {
            yield $room => PHPat::rule()
                ->classes(Selector::inNamespace("App\\{$room}"))
                ->shouldNotDependOn()
                ->classes(
                    ...array_map(
                        static fn (string $other) => Selector::inNamespace("App\\{$other}"),
                        array_values(array_diff([...array_keys(self::USES), 'Console'], $uses, [$room])),
                    ),
                )
                ->because("{$room} may use ".($uses === [] ? 'no other room' : implode(', ', $uses)));
        }
    }

    /** What is simulated is one source of data among others: nobody but who reads and stores sources knows it. */
    #[TestRule]
    public function only_feeds_know_the_simulation(): Rule
    {
        return PHPat::rule()
            ->classes(Selector::inNamespace('App'))
            ->excluding(
                Selector::inNamespace('App\Feed'),
                Selector::inNamespace('App\Storage'),
                Selector::classname('/Commands.SeedDemo$/', true),
            )
            ->shouldNotDependOn()
            ->classes(Selector::inNamespace('Simulation'))
            ->because('a real installation has no demo data');
    }

    /** The simulation is what an outside service would be: it speaks the words of the core and knows no framework. */
    #[TestRule]
    public function the_simulation_knows_the_core_alone(): Rule
    {
        return PHPat::rule()
            ->classes(Selector::inNamespace('Simulation'))
            ->canOnlyDependOn()
            ->classes(Selector::inNamespace('Simulation'), Selector::inNamespace('Logion'), Selector::classname('/^[A-Z][A-Za-z]+$/', true))
            ->because('it stands in for a service');
    }
}
