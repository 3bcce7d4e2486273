<?php

declare(strict_types=1);

namespace Tests\Reference;

use App\Models\Change;
use App\Models\Exchange;
use App\Models\Listing;
use App\Models\Role;
use Illuminate\Http\UploadedFile;
use Illuminate\Support\Facades\Artisan;
use Illuminate\Support\Facades\DB;
use Tests\DemoTestCase;

/** Who is in an index, when an exchange is closed, where a share is listed and what it is known by: by hand and by command. */
final class MembersAndCalendarsTest extends DemoTestCase
{
    protected function setUp(): void
    {
        parent::setUp();
        $this->actingAs($this->someone('Edith', Role::Editor));
    }

    private function index(string $ticker): int
    {
        return (int) $this->listing($ticker)->security_id;
    }

    private function undo(): void
    {
        $this->deleteJson('/api/v1/changes/'.Change::query()->whereNull('undone_at')->max('id'))->assertOk();
    }

    /** @param  array<string, mixed>  $arguments */
    private function command(string $name, array $arguments): mixed
    {
        $code = Artisan::call($name, [...$arguments, '--format' => 'json']);
        $output = Artisan::output();
        $this->assertSame(0, $code, $output);

        return json_decode($output, true);
    }

    public function test_a_company_joins_and_leaves_an_index_and_screens_of_a_day_know(): void
    {
        $index = $this->index('IXVE');
        $members = "/api/v1/indices/{$index}/members";
        $count = count($this->getJson($members)->assertOk()->json('members'));
        $in = function (string $day): bool {
            $screen = ['criteria' => [], 'universe' => ['lists' => ['index' => 'IXVE']]];
            $rows = $this->postJson('/api/v1/screens/run', ['screen' => $screen, 'as_of' => $day])
                ->assertOk()
                ->json('rows');

            return in_array('BRSW', array_column($rows, 'ticker'), true);
        };
        $this->assertFalse($in('2026-06-30'));
        $this->putJson($members, ['ticker' => 'BRSW', 'from' => '2026-01-02'])->assertOk();
        $this->assertTrue($in('2026-06-30'));
        $listed = $this->getJson($members)->json('members');
        $this->assertCount($count + 1, $listed);
        $this->assertContains(
            ['ticker' => 'BRSW', 'name' => 'Brannoch Saltworks', 'from' => '2026-01-02', 'to' => null],
            $listed,
        );
        $this->putJson($members, ['ticker' => 'BRSW', 'from' => '2025-01-02'])
            ->assertStatus(422)
            ->assertJsonPath(
                'detail',
                static fn (string $text): bool => str_contains($text, 'from 2026-01-02. End that membership first'),
            );
        $this->putJson($members, ['ticker' => 'BRSW', 'from' => '2026-01-02', 'to' => '2026-06-01'])->assertOk();
        $this->assertFalse($in('2026-06-30'));
        $this->undo();
        $this->assertTrue($in('2026-06-30'));
        $this->deleteJson("{$members}?ticker=BRSW&from=2026-01-02")->assertNoContent();
        $this->assertFalse($in('2026-06-30'));
        $this->putJson($members, ['ticker' => 'BRSW', 'from' => '2026-01-02', 'to' => '2026-01-02'])->assertStatus(422);
        $this->putJson("/api/v1/indices/{$index}", ['name' => 'Veyskerry shares'])->assertNoContent();
        $this->assertSame('Veyskerry shares', $this->getJson($members)->json('name'));
        $this->undo();
        $this->assertSame('Veyskerry Market index', $this->getJson($members)->json('name'));
        $this->putJson("/api/v1/indices/{$index}", ['name' => 'X', 'ticker' => 'IXXX'])->assertStatus(422);
        $this->putJson('/api/v1/indices/999999/members', ['ticker' => 'BRSW', 'from' => '2026-01-02'])->assertNotFound();
    }

    public function test_the_calendar_of_an_exchange_doubts_prices_of_days_on_which_it_is_closed(): void
    {
        $exchange = Exchange::query()->where('code', 'XQTH')->firstOrFail();
        $calendar = "/api/v1/exchanges/{$exchange->id}/holidays";
        $days = static fn (array $of): array => [
            'days' => array_map(
                static fn (string $day, ?string $name): array => ['day' => $day, 'name' => $name],
                array_keys($of),
                $of,
            ),
        ];
        $holidays = $this->getJson('/api/v1/reference')->json('exchanges.0.holidays');
        $this->putJson($calendar, $days(['2026-07-02' => 'Herring day', '2026-12-25' => 'Midwinter']))
            ->assertOk()
            ->assertJsonPath('days.0', ['day' => '2026-12-25', 'name' => 'Midwinter']);
        $this->putJson($calendar, $days(['2026-06-30' => 'Too late']))
            ->assertStatus(422)
            ->assertJsonPath('detail', static fn (string $text): bool => str_contains($text, 'was open on 2026-06-30'));
        $file = UploadedFile::fake()->createWithContent(
            'p.csv',
            "Ticker,Date,Close\nBRSW,2026-07-01,41\nBRSW,2026-07-02,41\nXQOS:SKCT,2026-07-02,9\n",
        );
        $import = $this->post('/api/v1/imports', ['file' => $file], ['Accept' => 'application/json'])
            ->assertCreated()
            ->json();
        $this->assertSame(
            'BRSW has prices of 2026-07-02, days on which XQTH was closed by its calendar. Correct the one or the other, or take '
                .'them as they are.',
            $import['preview']['doubts']['holidays'],
        );
        $this->postJson("/api/v1/imports/{$import['id']}/store")->assertStatus(422);
        $this->putJson($calendar, ['days' => [['day' => '2026-07-02', 'name' => null, 'open' => true]]])->assertOk();
        $this->postJson("/api/v1/imports/{$import['id']}/store")->assertOk();
        $this->assertSame($holidays + 1, $this->getJson('/api/v1/reference')->json('exchanges.0.holidays'));
    }

    public function test_prices_of_a_day_on_which_an_exchange_was_closed_move_nobody(): void
    {
        $day = fn (): string => $this->getJson('/api/v1/status')->json('latest_day');
        $exchange = Exchange::query()->where('code', 'XQTH')->firstOrFail();
        $file = "Ticker,Date,Close\n";
        foreach (Listing::query()->where('exchange_id', $exchange->id)->where('main', true)->whereNull('to_day')->limit(25)->get() as $of) {
            $file .= "XQTH:{$of->ticker},2026-07-02,41\n";
        }
        $import = fn (): int => $this->post(
            '/api/v1/imports',
            ['file' => UploadedFile::fake()->createWithContent('p.csv', $file)],
            ['Accept' => 'application/json'],
        )->json('id');
        $store = function (int $id): void {
            $this->putJson("/api/v1/imports/{$id}", ['accept' => ['holidays', 'jumps', 'days']])->assertOk();
            $this->postJson("/api/v1/imports/{$id}/store")->assertOk();
        };
        $store($first = $import());
        $this->assertSame('2026-07-02', $day());
        $this->deleteJson("/api/v1/imports/{$first}")->assertOk();
        $this->assertSame('2026-06-30', $day());
        $closed = ['days' => [['day' => '2026-07-02', 'name' => 'Herring day']]];
        $this->putJson("/api/v1/exchanges/{$exchange->id}/holidays", $closed)->assertOk();
        $store($import());
        $this->assertSame('2026-06-30', $day());
    }

    public function test_a_listing_and_an_identifier_are_kept_by_hand(): void
    {
        $this->postJson('/api/v1/companies/BRSW/listings', [
            'exchange' => 'XQTH',
            'ticker' => 'salt',
            'from' => '2026-03-02',
        ])
            ->assertCreated()
            ->assertJsonPath('ticker', 'SALT');
        $identity = fn (): array => $this->getJson('/api/v1/companies/SALT/identity')->assertOk()->json('securities.0');
        $listings = $identity()['listings'];
        $this->assertSame(
            [['BRSW', '2026-03-02'], ['SALT', null]],
            array_map(static fn (array $of): array => [$of['ticker'], $of['to']], $listings),
        );
        $this->deleteJson("/api/v1/companies/SALT/listings/{$listings[0]['id']}")
            ->assertStatus(422)
            ->assertJsonPath('detail', static fn (string $text): bool => str_contains($text, 'is built on it (prices:'));
        $this->deleteJson("/api/v1/companies/SALT/listings/{$listings[1]['id']}")->assertNoContent();
        $this->undo();
        $this->undo();
        $this->getJson('/api/v1/companies/SALT')->assertNotFound();
        $security = $this->listing('BRSW')->security_id;
        $put = fn (mixed $value, string $scheme = 'isin') => $this->putJson('/api/v1/companies/BRSW/identifiers', [
            'security' => $security,
            'scheme' => $scheme,
            'value' => $value,
        ]);
        $put('XA00NV000001')->assertStatus(422);
        $taken = DB::table('identifiers')->where('scheme', 'isin')->where('security_id', '<>', $security)->value('value');
        $put($taken)
            ->assertStatus(422)
            ->assertJsonPath('detail', "ISIN {$taken} is kept for another security");
        $put('B-17', 'House number')->assertNoContent();
        $put(null)->assertNoContent();
        $of = static fn (): array => DB::table('identifiers')
            ->where('security_id', $security)
            ->pluck('value', 'scheme')
            ->all();
        $this->assertSame(['house number' => 'B-17'], $of());
        $this->undo();
        $this->assertArrayHasKey('isin', $of());
        $this->putJson('/api/v1/companies/ULVL/identifiers', [
            'security' => $security,
            'scheme' => 'x',
            'value' => 'y',
        ])->assertNotFound();
    }

    public function test_the_only_listing_of_a_share_stays(): void
    {
        $this->deleteJson('/api/v1/companies/BRSW/listings/'.$this->listing('BRSW')->id)
            ->assertStatus(422)
            ->assertJsonPath(
                'detail',
                'BRSW is the only listing of the share. Remove the company, or list the share elsewhere first',
            );
        $this->deleteJson('/api/v1/companies/BRSW/listings/'.$this->listing('ULVL')->id)->assertNotFound();
    }

    public function test_all_of_it_by_command(): void
    {
        $this->command('logion:exchange', [
            'code' => 'XQNW',
            'name' => 'Newmoor',
            'country' => 'QA',
            'currency' => 'XQA',
        ]);
        $changed = $this->command('logion:exchange', ['code' => 'xqnw', 'name' => 'Newmoor Exchange']);
        $this->assertContains(
            ['code' => 'XQNW', 'name' => 'Newmoor Exchange', 'country' => 'QA', 'currency' => 'XQA', 'index' => ''],
            $changed,
        );
        $this->command('logion:index', ['exchange' => 'XQNW', 'ticker' => 'IXNW', 'name' => 'Newmoor']);
        $this->command('logion:index', ['exchange' => 'XQNW', 'ticker' => 'IXNW', 'name' => 'Newmoor index']);
        $this->assertSame(
            [['ticker' => 'BRSW', 'name' => 'Brannoch Saltworks', 'from' => '2026-01-02', 'to' => '']],
            $this->command('logion:member', ['index' => 'IXNW', 'company' => 'BRSW', 'from' => '2026-01-02']),
        );
        $this->assertSame(
            [],
            $this->command('logion:member', [
                'index' => 'IXNW',
                'company' => 'BRSW',
                'from' => '2026-01-02',
                '--remove' => true,
            ]),
        );
        $this->assertSame(
            [['day' => '2026-12-25', 'name' => 'Midwinter'], ['day' => '2027-01-01', 'name' => '']],
            $this->command('logion:holiday', ['exchange' => 'XQNW', 'days' => ['2026-12-25=Midwinter', '2027-01-01']]),
        );
        $this->assertCount(
            1,
            $this->command('logion:holiday', ['exchange' => 'XQNW', 'days' => ['2027-01-01'], '--open' => true]),
        );
        $made = [
            'ticker' => 'ALDK',
            'name' => 'Aldermoor Kilns',
            'exchange' => 'XQNW',
            '--year-end' => '6',
            '--sector' => '23',
        ];
        $this->assertSame(
            [
                'ticker' => 'ALDK',
                'name' => 'Aldermoor Kilns',
                'country' => 'QA',
                'sector' => '23',
                'reporting_currency' => 'XQA',
                'fiscal_year_end_month' => 6,
                'kind' => 'industrial',
            ],
            $this->command('logion:company', $made),
        );
        $this->assertSame('bank', $this->command('logion:company', ['ticker' => 'ALDK', '--kind' => 'bank'])['kind']);
        $listings = $this->command('logion:listing', [
            'company' => 'ALDK',
            'exchange' => 'XQTH',
            'ticker' => 'ALDT',
            'from' => '2026-01-02',
            '--second' => true,
        ]);
        $this->assertSame(
            ['XQNW:ALDK yes', 'XQTH:ALDT no'],
            array_map(static fn (array $of): string => "{$of['exchange']}:{$of['ticker']} {$of['main']}", $listings),
        );
        $this->command('logion:listing', [
            'company' => 'ALDK',
            'exchange' => 'XQTH',
            'ticker' => 'ALDT',
            '--remove' => true,
        ]);
        $this->command('logion:company', [
            'ticker' => 'ALDX',
            'name' => 'Aldermoor Kiln',
            'exchange' => 'XQNW',
            '--year-end' => '6',
        ]);
        $this->assertSame(
            'Aldermoor Kilns',
            $this->command('logion:company', ['ticker' => 'ALDX', '--merge-into' => 'ALDK'])['name'],
        );
        $this->assertSame(
            'Aldermoor Kilns',
            $this->command('logion:company', ['ticker' => 'ALDX'])['name'],
            'its ticker is another of the one',
        );
        $this->assertSame(1, Artisan::call('logion:exchange', ['code' => 'XQNW', '--remove' => true]));
        foreach (
            [
                ['logion:member', ['index' => 'NONE'], 'There is no index "NONE"'],
                ['logion:member', ['index' => 'IXNW', 'company' => 'BRSW'], 'Name the day it joins.'],
                ['logion:holiday', ['exchange' => 'XQZZ'], 'There is no exchange XQZZ'],
                [
                    'logion:listing',
                    ['company' => 'BRSW', 'exchange' => 'XQTH', 'ticker' => 'GONE', '--remove' => true],
                    'It is not listed as XQTH:GONE.',
                ],
                [
                    'logion:company',
                    ['ticker' => 'BRSW', '--year-end' => '13'],
                    'Write --year-end as a month from 1 to 12.',
                ],
            ] as [$name, $arguments, $message]
        ) {
            $this->assertSame(1, Artisan::call($name, $arguments));
            $this->assertStringContainsString($message, Artisan::output());
        }
    }
}
