<?php

declare(strict_types=1);

namespace Tests\Api;

use Smalot\PdfParser\Parser;
use Tests\DemoTestCase;

/** Reports as pages and PDF: of the parts one chose, and of nothing later than their day. */
final class ReportsTest extends DemoTestCase
{
    protected function setUp(): void
    {
        parent::setUp();
        $this->actingAs($this->someone());
    }

    public function test_a_company_report_holds_the_parts_asked_for_and_is_the_same_again(): void
    {
        $this->postJson('/api/v1/decisions', [
            'ticker' => 'BRSW',
            'verdict' => 'buy',
            'thesis' => 'Salt <b>keeps</b>.',
            'disproof' => 'Cheaper salt.',
            'value_per_share' => 80,
            'margin_of_safety' => 0.25,
            'reasons' => [['text' => 'It earns.', 'check' => ['kind' => 'criterion', 'formula' => 'net_margin > 0']]],
        ])->assertCreated();
        $this->postJson('/api/v1/companies/BRSW/notes', ['body' => 'Ask about the wells.', 'figure' => '*'])->assertCreated();
        $page = (string) $this->get('/api/v1/companies/BRSW/report?as=html')->assertOk()->getContent();
        foreach (
            [
                'First reading',
                'Statements',
                'Beside its peers',
                'Ask about the wells.',
                'It earns.',
                'Salt &lt;b&gt;keeps',
                '2025',
                'svg+xml',
            ] as $text
        ) {
            $this->assertStringContainsString($text, $page);
        }
        $this->assertSame($page, $this->get('/api/v1/companies/BRSW/report?as=html')->getContent());
        $part = (string) $this->get('/api/v1/companies/BRSW/report?as=html&parts=decision')->getContent();
        $this->assertStringContainsString('Decision', $part);
        $this->assertStringNotContainsString('First reading', $part);
        $earlier = (string) $this->get('/api/v1/companies/BRSW/report?as=html&as_of=2024-06-28')->getContent();
        $this->assertStringContainsString('None stands on this day.', $earlier);
        $this->assertStringNotContainsString('Ask about the wells.', $earlier);
        $this->assertStringNotContainsString('<th>2025</th>', $earlier);
        $this->get('/api/v1/companies/BRSW/report?as=docx', ['Accept' => 'application/json'])->assertUnprocessable();
        $this->get('/api/v1/companies/QQQQ/report', ['Accept' => 'application/json'])->assertNotFound();
    }

    public function test_pdf_says_what_the_page_says(): void
    {
        $answer = $this->get('/api/v1/companies/BRSW/report')->assertOk();
        $this->assertSame('application/pdf', $answer->headers->get('Content-Type'));
        $this->assertStringContainsString('BRSW-2026-06-30.pdf', (string) $answer->headers->get('Content-Disposition'));
        $text = (new Parser())->parseContent((string) $answer->getContent())->getText();
        $this->assertStringContainsString('Brannoch Saltworks', $text);
        $this->assertStringContainsString('First reading', $text);
    }

    public function test_a_portfolio_report_tells_positions_returns_and_reasons_that_broke(): void
    {
        $this->postJson('/api/v1/example', [])->assertNoContent();
        $id = $this->getJson('/api/v1/portfolios')->json('0.id');
        $page = (string) $this->get("/api/v1/portfolios/{$id}/report?as=html")
            ->assertOk()
            ->getContent();
        foreach (['Worth', 'Positions', 'By time', 'What it depends on', 'no longer meet their own reasons'] as $text) {
            $this->assertStringContainsString($text, $page);
        }
        foreach ($this->getJson("/api/v1/portfolios/{$id}")->json('positions') as $position) {
            $this->assertStringContainsString(e($position['name']), $page);
        }
        $pdf = (string) $this->get("/api/v1/portfolios/{$id}/report?parts=positions")
            ->assertOk()
            ->getContent();
        $this->assertStringStartsWith('%PDF', $pdf);
        $this->actingAs($this->someone('Ben'));
        $this->get("/api/v1/portfolios/{$id}/report", ['Accept' => 'application/json'])->assertNotFound();
    }
}
