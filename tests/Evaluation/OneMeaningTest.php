<?php

declare(strict_types=1);

namespace Tests\Evaluation;

use App\Evaluation\CompanyScopes;
use App\Evaluation\EvaluationContext;
use App\Evaluation\EvaluationContexts;
use App\Evaluation\FigureReport;
use App\Feature\Screening\NamedLists;
use App\Feature\Screening\ScreenExport;
use App\Feature\Screening\ScreenRunner;
use App\Models\Correction;
use App\Models\OneOff;
use App\Models\OwnMetric;
use App\Models\TemplateChoice;
use App\Models\User;
use App\Storage\ColumnStore;
use App\Storage\CompanyReader;
use App\Storage\EconomyReader;
use App\Storage\UniverseMembers;
use Illuminate\Support\Facades\Artisan;
use Logion\Comparison\Ranking;
use Logion\CrossSection\PastUniverses;
use Logion\CrossSection\Universe;
use Logion\Figure\Absence;
use Logion\Formula\FormulaError;
use Logion\Formula\Moment;
use Logion\Formula\Node;
use Logion\Metric\Catalogue;
use Logion\Metric\CompanyScope;
use Logion\Metric\Evaluation\BatchEvaluator;
use Logion\Metric\Evaluation\Workings;
use Logion\Screening\Checklist;
use Logion\Screening\ScreenDefinition;
use Logion\Time\FiscalPeriod;
use Tests\DemoTestCase;

/**
 * A formula has one meaning, whoever asks: the column of a screen, a criterion, a checklist, a ranking, an own metric, a
 * back-test, a working, an export, the API, a command. Built-in, own and random formulas are asked of all of them, for every
 * company of the small economy: four kinds of business, reporters in another currency, past days, corrected and adjusted figures.
 */
final class OneMeaningTest extends DemoTestCase
{
    private const PAST = '2023-08-15';

    /** Banks, insurers and property companies beside the others; YCFI and a few more report in another currency. */
    private const OPENED_ONE_BY_ONE = ['BRSW', 'FNSB', 'HMAS', 'MWPR', 'YCFI', 'ULVL', 'GRME'];

    private User $user;

    /** @var array<string, CompanyScope> */
    private array $opened = [];

    /** @var array<int, Workings> */
    private array $workings = [];

    protected function setUp(): void
    {
        parent::setUp();
        $this->user = $this->someone();
        foreach (
            [
                'cash_after_interest' => ['max(operating_cash_flow, 1m) - 2 * interest_expense', 'money'],
                'wide_margin' => ['max(operating_margin, net_margin) - mean_of(net_margin, 3)', 'percent'],
                'worth_against_peers' => ['market_cap / sector_median(market_cap)', 'ratio'],
                'own_of_own' => ['growth(cash_after_interest, 1) + wide_margin', 'ratio'],
                'is_large' => ['market_cap > 400m ? 1 : 0', 'ratio'],
            ] as $key => [$formula, $unit]
        ) {
            OwnMetric::query()->create([
                'user_id' => $this->user->id,
                'key' => $key,
                'label' => $key,
                'kind' => 'formula',
                'definition' => ['definition' => $formula],
                'unit' => $unit,
                'better' => 'higher',
                'note' => '',
            ]);
        }
    }

    /** Random formulas to draw for each context: some in every run, many by night. */
    private static function draws(): int
    {
        return (int) (getenv('LOGION_DRAWS') ?: 12);
    }

    /** @return list<string> */
    private static function random(int $seed, int $count): array
    {
        mt_srand($seed);
        $pick = static fn (array $of): string => $of[mt_rand(0, count($of) - 1)];
        $ratio = static fn (): string => $pick([
            'gross_margin',
            'operating_margin',
            'net_margin',
            'return_on_equity',
            'price_to_earnings',
            'price_earnings_to_growth',
            'revenue_growth_3y',
            'dividend_yield',
            'efficiency_ratio',
            'combined_ratio',
            'volatility_1y',
            'beta_raw',
            'current_ratio',
            'forward_price_to_earnings',
            'wide_margin',
            'own_of_own',
            'momentum_percentile',
            'price_to_earnings_to_sector',
        ]);
        $history = static fn (): string => $pick([
            'gross_margin',
            'net_margin',
            'return_on_equity',
            'price_to_earnings',
            'revenue / total_assets',
            'operating_margin',
        ]);
        $money = static fn (): string => $pick([
            'revenue',
            'market_cap',
            'total_debt',
            'net_income',
            'free_cash_flow',
            'enterprise_value',
            'common_equity',
            'cash_after_interest',
            'ago(revenue, 1)',
            'mean_of(operating_cash_flow, 3)',
            'annual(net_income)',
            'estimate(revenue, 1)',
            'sector_median(market_cap)',
        ]);
        $draw = static function (int $depth) use (&$draw, $ratio, $history, $money): string {
            if ($depth === 0) {
                return $ratio();
            }
            $sub = static fn (): string => $draw($depth - 1);

            return match (mt_rand(0, 13)) {
                0 => "({$sub()} + {$sub()})",
                1 => "({$sub()} - {$sub()})",
                2 => "({$sub()} * 0.5)",
                3 => "({$sub()} / {$sub()})",
                4 => "({$money()} / {$money()})",
                5 => "({$money()} > {$money()} ? {$sub()} : {$sub()})",
                6 => "({$sub()} ?? {$sub()})",
                7 => "mean_of({$history()}, ".mt_rand(2, 5).')',
                8 => "ago({$history()}, ".mt_rand(1, 2).')',
                9 => "sector_percentile({$sub()})",
                10 => "(({$money()} - {$money()}) / 1m)",
                11 => "max({$sub()}, {$sub()})",
                12 => "trailing({$history()}) - annual({$history()})",
                default => "({$money()} > ".mt_rand(1, 900).'m ? 1 : 0)',
            };
        };
        $formulas = [];
        while (count($formulas) < $count) {
            $formula = $draw(mt_rand(1, 3)).(mt_rand(0, 2) === 0 ? ' > '.mt_rand(-5, 30) / 10 : '');
            try {
                Catalogue::builtIn()
                    ->with([
                        'wide_margin' => Catalogue::builtIn()->get('net_margin'),
                        'own_of_own' => Catalogue::builtIn()->get('net_margin'),
                        'cash_after_interest' => Catalogue::builtIn()->get('net_debt'),
                    ])
                    ->parse($formula);
                $formulas[] = $formula;
            } catch (FormulaError) {
                // A comparison inside a comparison, or units that do not fit: told at entry.
            }
        }

        return $formulas;
    }

    private function contextOf(string $kind): EvaluationContext
    {
        $contexts = $this->app->make(EvaluationContexts::class);
        if ($kind === 'corrected' || $kind === 'adjusted') {
            $this->correct();
        }
        $context = match ($kind) {
            'today' => $contexts->of($this->user),
            'a past day' => $contexts->of($this->user, self::PAST),
            'corrected' => $contexts->of($this->user),
            default => $contexts->of($this->user, null, true),
        };
        $columns = $this->app->make(ColumnStore::class);
        $columns->isComplete($context->day) || $columns->refresh($context->day);

        return $context;
    }

    /** Corrections, one-offs and another kind of business for three companies. */
    private function correct(): void
    {
        $id = fn (string $ticker): int => $this->app->make(CompanyScopes::class)->companyId($ticker);
        $examples = [['BRSW', 'revenue', 123456789.0], ['YCFI', 'net_income', 7654321.0], ['FNSB', 'total_assets', null]];
        foreach ($examples as [$ticker, $line, $value]) {
            Correction::query()->create([
                'user_id' => $this->user->id,
                'company_id' => $id($ticker),
                'batch' => 'b',
                'line' => $line,
                'period' => FiscalPeriod::year(2025),
                'value' => $value,
                'note' => 'n',
                'source' => '',
                'public_on' => 20260301,
            ]);
        }
        OneOff::query()->create([
            'user_id' => $this->user->id,
            'company_id' => $id('GRME'),
            'line' => 'selling_general_administrative',
            'period' => FiscalPeriod::year(2025),
            'amount' => 9e6,
            'before_tax' => true,
            'note' => '',
        ]);
        TemplateChoice::query()->create([
            'user_id' => $this->user->id,
            'company_id' => $id('ULVL'),
            'template' => 'property',
            'reason' => 'r',
        ]);
    }

    private function universe(EvaluationContext $context): Universe
    {
        return $this->app
            ->make(ColumnStore::class)
            ->universe($context->day, true, $context->catalogue, $this->app->make(NamedLists::class)->on($context, true), $context->as) ??
            $this->fail('There are no columns.');
    }

    private function open(string $ticker, EvaluationContext $context): CompanyScope
    {
        return $this->opened["{$ticker} {$context->day} ".json_encode($context->as)] ??= $this->app
            ->make(CompanyScopes::class)
            ->open($ticker, $context);
    }

    private function workings(CompanyScope $scope): Workings
    {
        return $this->workings[spl_object_id($scope)] ??= new Workings($scope);
    }

    private function assertSameContent(float|Absence $expected, float|Absence $given, string $what): void
    {
        if ($expected instanceof Absence || $given instanceof Absence) {
            $this->assertSame(
                $expected instanceof Absence ? $expected->kind : $expected,
                $given instanceof Absence ? $given->kind : $given,
                $what.' '.json_encode([$expected, $given]),
            );
        } else {
            $this->assertTrue($expected === $given, "{$what}: ".json_encode([$expected, $given]));
        }
    }

    /** @return iterable<string, array{string, int}> */
    public static function contexts(): iterable
    {
        yield 'today' => ['today', 1];
        yield 'a past day' => ['a past day', 2];
        yield 'corrected figures' => ['corrected', 3];
        yield 'adjusted figures' => ['adjusted', 4];
    }

    #[\PHPUnit\Framework\Attributes\DataProvider('contexts')]
    public function test_every_metric_is_the_same_figure_in_its_column_its_company_and_its_working(string $kind, int $seed): void
    {
        $context = $this->contextOf($kind);
        $universe = $this->universe($context);
        $tickers = $universe->attribute('ticker');
        $known = 0;
        foreach (array_keys($context->catalogue->all()) as $key) {
            $column = $universe->vector(Node::name($key), $universe->positions());
            foreach ($tickers as $position => $ticker) {
                if (! in_array($ticker, self::OPENED_ONE_BY_ONE, true)) {
                    continue;
                }
                $scope = $this->open($ticker, $context);
                $value = $scope->value(Node::name($key));
                $this->assertSameContent($column->at($position), $value, "{$kind}: {$key} of {$ticker}, column and company");
                $figure = $this->workings($scope)->metric($key)->figure;
                $this->assertSameContent(
                    $scope->metric($key),
                    $figure->absence() ?? $figure->value(),
                    "{$kind}: {$key} of {$ticker}, figure and working",
                );
                $known += is_float($value) ? 1 : 0;
            }
        }
        $this->assertGreaterThan(1000, $known);
    }

    #[\PHPUnit\Framework\Attributes\DataProvider('contexts')]
    public function test_a_formula_means_the_same_to_column_criterion_company_checklist_ranking_and_working(string $kind, int $seed): void
    {
        $context = $this->contextOf($kind);
        $universe = $this->universe($context);
        $tickers = $universe->attribute('ticker');
        $own = ['cash_after_interest > 30m', 'own_of_own > 0.1', 'worth_against_peers', 'is_large == 1', 'revenue_growth_3y > 0.05'];
        $known = 0;
        foreach ([...$own, ...self::random($seed, self::draws())] as $formula) {
            $tree = $context->catalogue->parse($formula);
            $column = $universe->vector($tree, $universe->positions());
            $mask = $universe->decide($tree);
            $ranked = [];
            foreach (
                Ranking::fromArray(['components' => [['formula' => $formula]]])
                    ->of($universe, $universe->positions())
                    ->rows(0, 1000) as $row
            ) {
                $ranked[$row['position']] = $row['values'][0];
            }
            foreach ($tickers as $position => $ticker) {
                $content = $column->at($position);
                if (isset($ranked[$position])) {
                    $this->assertSameContent($content, $ranked[$position], "{$kind}: {$formula} of {$ticker}, column and ranking");
                }
                if (! in_array($ticker, self::OPENED_ONE_BY_ONE, true)) {
                    continue;
                }
                $scope = $this->open($ticker, $context);
                $this->assertSameContent($content, $scope->value($tree), "{$kind}: {$formula} of {$ticker}, column and company");
                $working = $this->workings($scope)->expression($tree, $formula, $context->catalogue->unitOf($tree))->figure;
                $this->assertSameContent(
                    $content,
                    $working->absence() ?? $working->value(),
                    "{$kind}: {$formula} of {$ticker}, column and working",
                );
                if ($tree->isCondition()) {
                    $state = (new Checklist($scope))->of(ScreenDefinition::fromArray(['criteria' => [$formula]]))[0]['state'];
                    $this->assertSame(
                        match ($mask->at($position)) {
                            true => 'pass',
                            false => 'fail',
                            null => 'undecidable',
                        },
                        $state,
                        "{$kind}: {$formula} of {$ticker}, screen and checklist",
                    );
                }
                $known += is_float($content) ? 1 : 0;
            }
        }
        $this->assertGreaterThan(50, $known);
    }

    #[\PHPUnit\Framework\Attributes\DataProvider('contexts')]
    public function test_a_batch_of_any_size_and_a_back_test_of_the_day_say_the_same(string $kind, int $seed): void
    {
        $context = $this->contextOf($kind);
        $universe = $this->universe($context);
        $economy = $this->app->make(EconomyReader::class)->read();
        $formulas = [
            'revenue_growth_3y > 0.05',
            'cash_after_interest',
            'price_earnings_to_growth',
            'market_cap / revenue > 1',
            'worth_against_peers',
            'momentum_percentile',
            ...self::random(100 + $seed, intdiv(self::draws(), 2)),
        ];
        $past = new PastUniverses($context->catalogue, $economy, [$context->day], $formulas);
        $companies = [];
        foreach ($this->app->make(UniverseMembers::class)->on($context->day) as $member) {
            $companies[] = $company =
                $this->app->make(CompanyReader::class)->read($member->id, $context->as, on: $context->day) ??
                $this->fail('A member vanished.');
            $attributes = [...array_map('strval', array_diff_key((array) $member, ['id' => 0])), 'template' => $company->template->value];
            $past->add($company, [$context->day], [$context->day => $attributes]);
        }
        $then = $past->on($context->day);
        $batch = new BatchEvaluator(
            array_map(
                static fn ($company): CompanyScope => new CompanyScope($company, $context->day, $context->catalogue, $economy),
                $companies,
            ),
            $context->catalogue,
        );
        foreach ($formulas as $formula) {
            $tree = $context->catalogue->parse($formula);
            $column = $universe->vector($tree, $universe->positions());
            $tested = $then->vector($tree, $then->positions());
            $alone = $context->catalogue->expand($tree)->comparesCompanies() ? null : $batch->value($tree, Moment::ofFormula());
            foreach ($universe->positions() as $position) {
                $this->assertSameContent(
                    $column->at($position),
                    $tested->at($position),
                    "{$kind}: {$formula}, screen and back-test at {$position}",
                );
                if ($alone !== null && ! str_contains($formula, 'momentum_percentile') && ! str_contains($formula, '_to_sector')) {
                    $this->assertSameContent(
                        $column->at($position),
                        $alone->at($position),
                        "{$kind}: {$formula}, screen and batch at {$position}",
                    );
                }
            }
        }
    }

    public function test_a_percentile_in_a_screen_compares_with_its_universe_in_table_criterion_checklist_and_export(): void
    {
        $context = $this->contextOf('today');
        $definition = [
            'universe' => ['templates' => ['industrial']],
            'criteria' => ['universe_percentile(market_cap) > 0.5'],
            'columns' => ['universe_percentile(market_cap)', 'market_cap'],
            'sort' => ['-market_cap'],
        ];
        $screen = ScreenDefinition::fromArray($definition);
        $runner = $this->app->make(ScreenRunner::class);
        $rows = $runner->run($screen, $context)['rows'];
        $caps = array_column(
            array_map(
                static fn (array $row): array => (array) $row['values'],
                $runner->run(ScreenDefinition::fromArray([...$definition, 'criteria' => []]), $context)['rows'],
            ),
            'market_cap',
        );
        foreach ($rows as $row) {
            $values = (array) $row['values'];
            $below = count(array_filter($caps, static fn (float $cap): bool => $cap < $values['market_cap']));
            $this->assertSame(($below + 0.5) / count($caps), $values['universe_percentile(market_cap)'], $row['ticker']);
            $this->assertGreaterThan(0.5, $values['universe_percentile(market_cap)']);
        }
        $this->actingAs($this->user);
        foreach (['BRSW', 'GRME', 'ULVL', 'FNSB'] as $ticker) {
            $state = $this->postJson("/api/v1/companies/{$ticker}/checklist", ['screen' => $definition])
                ->assertOk()
                ->json('items.0');
            $passes = in_array($ticker, array_column($rows, 'ticker'), true);
            if ($ticker !== 'FNSB') {
                $this->assertSame($passes ? 'pass' : 'fail', $state['state'], $ticker);
            }
        }
        $stream = fopen('php://memory', 'w+') ?: $this->fail('No memory.');
        $this->app->make(ScreenExport::class)->table($screen, $context)->write('csv', $stream);
        rewind($stream);
        $first = explode(',', explode("\n", (string) stream_get_contents($stream))[1]);
        $this->assertSame(((array) $rows[0]['values'])['universe_percentile(market_cap)'], (float) $first[3]);
    }

    public function test_api_and_command_print_the_figure_of_the_company(): void
    {
        $this->actingAs($this->user);
        $context = $this->contextOf('today');
        $keys = [
            'market_cap',
            'price_to_earnings',
            'wide_margin',
            'cash_after_interest',
            'own_of_own',
            'worth_against_peers',
            'price_earnings_to_growth',
        ];
        $universe = $this->universe($context);
        array_map($universe->column(...), $keys);
        $table = array_column(
            $this->postJson('/api/v1/screens/run', ['screen' => ['columns' => $keys], 'limit' => 1000])
                ->assertOk()
                ->json('rows'),
            'values',
            'ticker',
        );
        foreach (self::OPENED_ONE_BY_ONE as $ticker) {
            $scope = $this->open($ticker, $context);
            $report = new FigureReport($scope);
            $shown = $this->getJson("/api/v1/companies/{$ticker}/metrics?keys=".implode(',', $keys))
                ->assertOk()
                ->json('figures');
            Artisan::call('logion:metric', ['ticker' => $ticker, 'keys' => $keys, '--format' => 'json', '--user' => $this->user->email]);
            $printed = json_decode(Artisan::output(), true)['figures'];
            foreach ($keys as $key) {
                $figure = $report->metric($key);
                $this->assertSame(
                    [$figure['value'], $figure['state']],
                    [self::number($shown[$key]['value']), $shown[$key]['state']],
                    "{$ticker} {$key}",
                );
                $this->assertSame(
                    [$figure['value'], $figure['state']],
                    [self::number($printed[$key]['value']), $printed[$key]['state']],
                    "{$ticker} {$key}",
                );
                $inBase = $scope->value(Node::name($key));
                $this->assertSame(
                    $inBase instanceof Absence ? null : $inBase,
                    self::number($table[$ticker][$key]),
                    "{$ticker} {$key} in the table",
                );
            }
        }
    }

    private static function number(int|float|null $x): ?float
    {
        return $x === null ? null : (float) $x;
    }

    public function test_to_open_a_company_computes_no_column_of_the_universe(): void
    {
        $this->actingAs($this->user);
        OwnMetric::query()->create([
            'user_id' => $this->user->id,
            'key' => 'against_sector',
            'label' => 'x',
            'kind' => 'formula',
            'definition' => ['definition' => 'mean_of(net_margin, 7) / sector_median(mean_of(net_margin, 7))'],
            'unit' => 'ratio',
            'better' => 'higher',
            'note' => '',
        ]);
        $before = \App\Models\MetricColumn::query()->count();
        $answer = $this->getJson('/api/v1/companies/BRSW/metrics?keys=against_sector,net_margin')->assertOk()->json('figures');
        $this->assertSame('missing', $answer['against_sector']['state']);
        $this->assertStringContainsString('has not been computed for all companies yet', $answer['against_sector']['reason']);
        $this->assertSame('value', $answer['net_margin']['state']);
        $this->assertSame($before, \App\Models\MetricColumn::query()->count());
    }
}
