<?php

declare(strict_types=1);

namespace Tests\Architecture;

use PHPat\Selector\Selector;
use PHPat\Test\Attributes\TestRule;
use PHPat\Test\Builder\Rule;
use PHPat\Test\PHPat;

/** Which room of the core may use which; an arrow that is not here fails, and together they have no cycle. */
final class CoreRooms
{
    /** Room by room, from the foundation up: each uses only rooms above it in this list. */
    public const USES = [
        'Figure' => [],
        'Statistics' => ['Figure'],
        'Time' => ['Figure', 'Statistics'],
        'Reference' => ['Figure'],
        'Identity' => ['Figure', 'Time'],
        'Market' => ['Figure', 'Statistics', 'Time'],
        'Capital' => ['Figure', 'Statistics'],
        'Expectation' => ['Time'],
        'Driver' => ['Statistics'],
        'Reporting' => ['Figure', 'Market', 'Reference', 'Statistics', 'Time'],
        'Intake' => ['Figure', 'Reference', 'Reporting', 'Time'],
        'Formula' => ['Capital', 'Figure', 'Market', 'Reporting', 'Statistics', 'Time'],
        'Metric' => ['Figure', 'Formula', 'Market', 'Reporting', 'Statistics', 'Time'],
        'EarningPower' => ['Formula', 'Market', 'Metric', 'Reporting', 'Statistics', 'Time'],
        'CrossSection' => ['Figure', 'Formula', 'Market', 'Metric', 'Reference', 'Reporting', 'Statistics'],
        'CostOfCapital' => ['Capital', 'CrossSection', 'Figure', 'Market', 'Metric', 'Statistics', 'Time'],
        'Comparison' => ['CrossSection', 'Figure', 'Formula', 'Metric', 'Reporting', 'Statistics'],
        'Screening' => ['Comparison', 'CrossSection', 'Figure', 'Formula', 'Metric', 'Statistics', 'Time'],
        'Following' => ['Expectation', 'Figure', 'Formula', 'Metric', 'Screening', 'Time'],
        'Dividend' => ['Figure', 'Market', 'Metric', 'Reporting'],
        'Decision' => ['Time'],
        'Portfolio' => ['Figure', 'Market', 'Statistics', 'Time'],
        'BackTest' => ['Comparison', 'CrossSection', 'Formula', 'Metric', 'Portfolio', 'Screening', 'Time'],
        'Valuation' => ['Capital', 'Driver', 'Figure', 'Formula', 'Market', 'Metric', 'Reporting', 'Statistics', 'Time'],
        'Multiple' => ['Statistics', 'Valuation'],
        'Peer' => ['Comparison', 'CrossSection', 'Figure', 'Formula', 'Metric', 'Multiple', 'Statistics', 'Time'],
        'Transaction' => ['Multiple', 'Statistics', 'Valuation'],
        'ValueMethod' => [
            'CrossSection',
            'Driver',
            'EarningPower',
            'Figure',
            'Formula',
            'Market',
            'Metric',
            'Multiple',
            'Peer',
            'Reporting',
            'Statistics',
            'Time',
            'Transaction',
            'Valuation',
        ],
    ];

    /** @return iterable<string, Rule> */
    #[TestRule]
    public function rooms_use_only_what_they_may(): iterable
    {
        foreach (self::USES as $room => $uses) {
            yield $room => PHPat::rule()
                ->classes(Selector::inNamespace("Logion\\{$room}"))
                ->shouldNotDependOn()
                ->classes(
                    ...array_map(
                        static fn (string $other) => Selector::inNamespace("Logion\\{$other}"),
                        array_values(array_diff(array_keys(self::USES), $uses, [$room])),
                    ),
                )
                ->because("{$room} may use ".($uses === [] ? 'no other room' : implode(', ', $uses)));
        }
    }
}
