<?php

declare(strict_types=1);

namespace Tests\Api;

use Tests\DemoTestCase;

/** Notes stay with what they are about, say when it changed, and are found. */
final class NotesTest extends DemoTestCase
{
    protected function setUp(): void
    {
        parent::setUp();
        $this->actingAs($this->someone());
    }

    public function test_notes_on_a_figure_a_line_a_period_and_the_company(): void
    {
        $write = fn (?string $figure, string $body): array => $this->postJson('/api/v1/companies/BRSW/notes', [
            'figure' => $figure,
            'body' => $body,
        ])
            ->assertCreated()
            ->json();
        $figure = $write('revenue@20240', 'A dry summer');
        $write('revenue', 'Grows with the herring');
        $write('@20240', 'Leap year');
        $write('*', 'Visited the pans');
        $write('return_on_equity@2024', 'High');
        $this->assertSame($figure['value_then'], $figure['value_now']);
        $this->assertFalse($figure['changed']);
        $bodies = fn (string $of): array => array_column(
            $this->getJson('/api/v1/companies/BRSW/notes?figure='.urlencode($of))
                ->assertOk()
                ->json(),
            'body',
        );
        $this->assertSame(
            ['Visited the pans', 'Leap year', 'Grows with the herring', 'A dry summer'],
            $bodies('revenue@20240,revenue,@20240,*'),
        );
        $this->assertSame(['Visited the pans'], $bodies('*'));
        $this->assertCount(5, $this->getJson('/api/v1/companies/BRSW/notes')->json());
        $this->actingAs($this->someone('Bea'));
        $this->assertSame([], $this->getJson('/api/v1/companies/BRSW/notes')->json());
    }

    public function test_a_note_says_when_its_figure_is_another_now(): void
    {
        $this->postJson('/api/v1/companies/BRSW/notes', ['figure' => 'revenue@20240', 'body' => 'as I saw it'])->assertCreated();
        $batch = $this->postJson('/api/v1/companies/BRSW/corrections', [
            'figures' => [['line' => 'revenue', 'period' => 20240, 'value' => 5]],
            'note' => 'n',
        ])->json('batch');
        $note = $this->getJson('/api/v1/companies/BRSW/notes')->json(0);
        $this->assertSame([true, 5.0], [$note['changed'], (float) $note['value_now']]);
        $this->deleteJson("/api/v1/corrections/{$batch}")->assertOk();
        $this->assertFalse($this->getJson('/api/v1/companies/BRSW/notes')->json('0.changed'));
    }

    public function test_a_note_on_a_metric_of_a_year_says_so_too_and_adjusted_figures_are_no_change(): void
    {
        $written = $this->postJson('/api/v1/companies/BRSW/notes', ['figure' => 'return_on_equity@2024', 'body' => 'too good'])
            ->assertCreated()
            ->json();
        $this->assertIsFloat($written['value_then']);
        $this->postJson('/api/v1/companies/BRSW/one-offs', [
            'line' => 'operating_income',
            'period' => 20240,
            'amount' => -5e6,
            'before_tax' => true,
        ])->assertCreated();
        $this->assertFalse($this->getJson('/api/v1/companies/BRSW/notes', ['Logion-Figures' => 'adjusted'])->json('0.changed'));
        $this->postJson('/api/v1/companies/BRSW/corrections', [
            'figures' => [['line' => 'net_income_common', 'period' => 20240, 'value' => 1e6]],
            'note' => 'n',
        ])->assertCreated();
        $note = $this->getJson('/api/v1/companies/BRSW/notes')->json(0);
        $this->assertSame([true, true], [$note['changed'], $note['value_now'] < $note['value_then']]);
        $this->assertNull(
            $this->postJson('/api/v1/companies/BRSW/notes', ['figure' => 'return_on_equity', 'body' => 'of today'])->json('value_then'),
            'what moves every day is not compared',
        );
    }

    public function test_the_finder_finds_a_note_by_any_of_its_words(): void
    {
        $this->postJson('/api/v1/companies/BRSW/notes', ['body' => "# Pans\nThe wardrobe of the harbourmaster"])->assertCreated();
        $found = array_values(
            array_filter(
                $this->getJson('/api/v1/finder?q=harbourmaster+wardrobe')->json('results'),
                static fn (array $r): bool => $r['kind'] === 'note',
            ),
        );
        $this->assertSame(
            [['note', 'BRSW', 'Pans', 'Note on Brannoch Saltworks']],
            array_map(static fn (array $r): array => [$r['kind'], $r['key'], $r['label'], $r['detail']], $found),
        );
        $this->actingAs($this->someone('Bea'));
        $this->assertSame(
            [],
            array_filter(
                $this->getJson('/api/v1/finder?q=harbourmaster')->json('results'),
                static fn (array $r): bool => $r['kind'] === 'note',
            ),
        );
    }
}
