<?php

declare(strict_types=1);

namespace Tests\Intake;

use App\Feature\Intake\Imports;
use App\Feed\ImportSamples;
use PHPUnit\Framework\Attributes\DataProvider;
use Tests\DemoTestCase;

/** The sample files with the dirt of practice give exactly the findings they are made for. */
final class SamplesTest extends DemoTestCase
{
    /** @return iterable<string, array{string, array{int, int, int, int, int}, list<string>, 3?: array<string, string>}> */
    public static function samples(): iterable
    {
        yield 'clean' => ['BRSW clean statement.csv', [0, 0, 42, 0, 0], []];
        yield 'thousands for millions' => [
            'BRSW thousands for millions.csv',
            [0, 0, 0, 42, 0],
            [],
            [
                'scale_off' => 'BRSW: the figures are about 1 000 times larger than those stored. Choose the scale 1 000, or '.
                    'take them as they are.',
            ],
        ];
        yield 'a shifted column' => [
            'BRSW shifted column.csv',
            [0, 0, 0, 42, 0],
            [],
            [
                'shifted' => implode(
                    ' ',
                    array_map(
                        static fn (int $year): string => "BRSW: 14 figures under FY {$year} are those stored for FY ".
                            ($year - 1).
                            '. A column seems to be shifted.',
                        [2024, 2023, 2022],
                    ),
                ),
            ],
        ];
        yield 'a missing currency' => [
            'BRSW missing currency.csv',
            [0, 0, 28, 0, 0],
            ['No currency is named: amounts are taken as XCR, in which Brannoch Saltworks reports.'],
        ];
        yield 'other decimal signs' => ['BRSW other decimal signs.csv', [0, 0, 12, 0, 0], []];
        yield 'duplicate rows' => [
            'ORTN duplicate rows.csv',
            [0, 0, 9, 0, 1],
            ['ORTN: days stand in the file more than once; each is taken once.'],
        ];
        yield 'a partial month' => [
            'ORTN partial month.csv',
            [0, 0, 9, 0, 0],
            [
                'ORTN: the prices are monthly. Daily figures such as volatility need daily prices.',
                'ORTN: the last row, 2026-06-12, is an unfinished month.',
            ],
        ];
        yield 'misaligned dates' => ['ORTN misaligned dates.csv', [0, 0, 6, 0, 2], []];
        yield 'insider trades' => ['insider trades.csv', [2, 0, 0, 0, 1], []];
        yield 'a new company' => ['new company.csv', [0, 0, 0, 0, 0], []];
    }

    /**
     * @param  array{int, int, int, int, int}  $counts
     * @param  list<string>  $warnings
     * @param  array<string, string>  $doubts
     */
    #[DataProvider('samples')]
    public function test_a_sample_gives_what_it_was_made_for(string $name, array $counts, array $warnings, array $doubts = []): void
    {
        $imports = $this->app->make(Imports::class);
        $preview = $imports->preview($imports->take(base_path("samples/{$name}"), $name, $this->someone()))->preview;
        $this->assertSame($counts, array_values($preview['counts']), (string) json_encode($preview['refused']));
        $this->assertSame(
            $warnings,
            array_values(
                array_filter($preview['warnings'], static fn (string $w): bool => ! str_starts_with($w, 'The table does not say when')),
            ),
        );
        $this->assertSame($doubts, (array) $preview['doubts']);
        $this->assertSame($name === 'new company.csv' ? ['company'] : [], array_keys((array) $preview['questions']));
        $this->assertSame([], $preview['unmapped']);
    }

    public function test_choosing_the_proposed_scale_makes_the_slip_vanish(): void
    {
        $this->actingAs($user = $this->someone());
        $imports = $this->app->make(Imports::class);
        $import = $imports->take(base_path('samples/BRSW thousands for millions.csv'), 'BRSW thousands for millions.csv', $user);
        $this->putJson("/api/v1/imports/{$import->id}", ['scale' => 1000])
            ->assertOk()
            ->assertJsonPath('preview.counts.same', 42)
            ->assertJsonPath('preview.counts.conflict', 0);
    }

    public function test_the_samples_are_those_of_the_demo(): void
    {
        foreach (ImportSamples::all() as $name => $content) {
            $this->assertStringEqualsFile(base_path("samples/{$name}"), $content, "{$name}: run php artisan logion:import-samples");
        }
    }
}
