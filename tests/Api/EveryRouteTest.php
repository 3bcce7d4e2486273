<?php

declare(strict_types=1);

namespace Tests\Api;

use App\Feature\Intake\Mapping;
use App\Models\BackTest;
use App\Models\Change;
use App\Models\ColumnView;
use App\Models\CompanyList;
use App\Models\CompanyListItem;
use App\Models\Correction;
use App\Models\Decision;
use App\Models\DrawnLine;
use App\Models\Import;
use App\Models\ImportProfile;
use App\Models\Instrument;
use App\Models\Invitation;
use App\Models\Judgement;
use App\Models\KeptBottomUpBeta;
use App\Models\KeptCostOfCapital;
use App\Models\Note;
use App\Models\OneOff;
use App\Models\OwnDownturn;
use App\Models\OwnEstimate;
use App\Models\OwnMetric;
use App\Models\Paper;
use App\Models\PastTransaction;
use App\Models\Peer;
use App\Models\PeerGroup;
use App\Models\Portfolio;
use App\Models\PortfolioEntry;
use App\Models\PortfolioFile;
use App\Models\ReadingLayout;
use App\Models\Role;
use App\Models\SavedDriverModel;
use App\Models\Screen;
use App\Models\Security;
use App\Models\SignIn;
use App\Models\Task;
use App\Models\TransactionChoice;
use App\Models\User;
use App\Models\Valuation;
use App\Models\WatchedCondition;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Route;
use Illuminate\Support\Facades\Storage;
use PHPUnit\Framework\Attributes\Group;
use Tests\DemoTestCase;

/** Every route is classified, and asked by a guest, by the owner of what it is about, and by somebody else. */
final class EveryRouteTest extends DemoTestCase
{
    /** In all that Ada owns; nobody else is ever told it. */
    private const SECRET = 'zirconium';

    private const BATCH = '0f8fad5b-d9cb-469f-a165-70867728950e';

    /** Without an account. */
    private const PUBLIC = [
        'GET session',
        'POST session',
        'POST session/demo',
        'GET status',
        'GET openapi.json',
        'POST users',
        'POST account-links',
        'POST password-resets',
        'PUT password-resets',
    ];

    /** The same for everybody who has an account, or computed from what the request itself says. */
    private const SHARED = [
        'GET position-split',
        'DELETE session',
        'GET catalogue',
        'GET ready-screens',
        'GET metrics/{key}',
        'GET margin-of-safety',
        'GET position-size',
        'POST refreshes',
        'POST baskets/run',
        'POST rankings/run',
        'POST regressions/run',
        'POST own-metrics/preview',
        'POST screens/run',
        'POST screens/closer-look',
        'POST screens/group-lines',
        'POST screens/proposals',
        'POST screens/score',
        'POST screens/cleaning',
        'POST screens/export',
        'POST screens/written-out',
        'POST screens/distribution',
        'GET companies/{ticker}/identity',
        'GET installation',
        'GET reference',
        'GET series/{id}',
        'GET changes',
        'GET indices/{id}/members',
        'GET exchanges/{id}/holidays',
        'GET companies/{ticker}/profile',
        'GET companies/{ticker}/export',
        'GET companies/{ticker}/breakdowns',
        'GET companies/{ticker}/bridges',
        'GET companies/{ticker}/property',
        'GET companies/{ticker}/dividends',
        'GET companies/{ticker}/people',
        'GET companies/{ticker}/beta',
        'GET companies/{ticker}/picture',
        'GET companies/{ticker}/results',
        'GET companies/{ticker}/driver-model',
        'POST companies/{ticker}/driver-model',
        'GET economy',
        'GET companies/{ticker}/earning-power',
        'GET companies/{ticker}/market',
        'GET companies/{ticker}/invested-sum',
        'POST companies/{ticker}/checklist',
        'POST companies/{ticker}/cash-flow-value',
        'POST companies/{ticker}/cost-of-capital',
        'POST companies/{ticker}/values',
        'POST companies/{ticker}/values/{id}',
        'POST companies/{ticker}/values/driver_cash_flow/driven',
        'POST companies/{ticker}/values/{id}/cases',
        'POST companies/{ticker}/values/{id}/workbook',
        'POST companies/{ticker}/values/{id}/solve',
        'POST companies/{ticker}/values/{id}/sensitivity',
        'POST companies/{ticker}/values/{id}/simulate',
        'GET companies/{ticker}/values',
        'POST companies/{ticker}/cash-flow-value/working',
        'POST companies/{ticker}/cash-flow-value/workbook',
        'POST companies/{ticker}/cash-flow-value/solve',
        'POST companies/{ticker}/cash-flow-value/sensitivity',
    ];

    /** Changes what all share. */
    private const BY_EDITORS = [
        'POST simulation/advance',
        'POST exchanges',
        'PUT exchanges/{id}',
        'POST exchanges/{id}/merge',
        'POST indices/{id}/merge',
        'DELETE exchanges/{id}',
        'POST indices',
        'PUT indices/{id}',
        'DELETE indices/{id}',
        'PUT indices/{id}/members',
        'DELETE indices/{id}/members',
        'PUT exchanges/{id}/holidays',
        'PUT series/{id}',
        'POST past-transactions',
        'PUT past-transactions/{id}',
        'DELETE past-transactions/{id}',
        'POST companies',
        'POST companies/{ticker}/merge',
        'POST companies/{ticker}/listings',
        'DELETE companies/{ticker}/listings/{id}',
        'PUT companies/{ticker}/identifiers',
        'PUT companies/{ticker}/profile',
        'DELETE companies/{ticker}',
        'DELETE changes/{id}',
    ];

    /** Changes the installation and who may do what in it. */
    private const BY_ADMINISTRATORS = [
        'PUT installation',
        'GET accounts',
        'PUT accounts/{id}',
        'POST invitations',
        'DELETE invitations/{id}',
        'GET audit',
        'GET audit/file',
        'POST accounts/{id}/reset-link',
    ];

    /** Tells or changes what belongs to whoever asks, and nothing of anybody else's. */
    private const OF_WHO_ASKS = [
        'GET account',
        'PUT account/password',
        'DELETE account/sign-ins',
        'POST account/second-factor',
        'PUT account/second-factor',
        'POST account/second-factor/removal',
        'POST account/removal',
        'GET desk',
        'PUT desk/looked',
        'GET candidates',
        'PUT work-stages',
        'PUT companies/{ticker}/candidate',
        'DELETE companies/{ticker}/candidate',
        'GET companies/{ticker}/report',
        'POST example',
        'GET conditions',
        'POST conditions',
        'POST conditions/try',
        'GET delivery',
        'PUT delivery',
        'POST delivery/test',
        'GET portfolios',
        'POST portfolios',
        'GET instruments',
        'POST instruments',
        'GET simulation',
        'GET shared',
        'PUT shared/{key}/{id}',
        'POST shared/{key}/{id}/copy',
        'GET archive',
        'POST archive',
        'GET tokens',
        'POST tokens',
        'DELETE tokens/{id}',
        'GET finder',
        'GET findings',
        'GET screens',
        'POST screens',
        'GET back-tests',
        'POST back-tests',
        'GET own-metrics',
        'POST own-metrics',
        'GET column-views',
        'POST column-views',
        'GET lists',
        'GET layouts',
        'POST layouts',
        'POST lists',
        'GET valuations',
        'POST valuations',
        'GET decisions',
        'GET decisions/outcomes',
        'POST decisions',
        'GET corrections',
        'GET imports',
        'POST imports',
        'GET import-profiles',
        'GET companies/{ticker}',
        'GET companies/{ticker}/metrics',
        'GET companies/{ticker}/statements',
        'GET companies/{ticker}/working',
        'GET companies/{ticker}/breaks',
        'GET companies/{ticker}/figure-history',
        'GET companies/{ticker}/entry-sheet',
        'GET companies/{ticker}/notes',
        'GET companies/{ticker}/driver-models',
        'GET companies/{ticker}/peers',
        'PUT companies/{ticker}/peers',
        'GET companies/{ticker}/peer-proposals',
        'GET companies/{ticker}/peer-table',
        'GET companies/{ticker}/peer-table/file',
        'GET companies/{ticker}/peer-years',
        'GET companies/{ticker}/peer-discount',
        'GET companies/{ticker}/peer-value',
        'POST companies/{ticker}/peer-value',
        'POST companies/{ticker}/transactions',
        'GET companies/{ticker}/bottom-up-beta',
        'POST companies/{ticker}/bottom-up-beta',
        'PUT companies/{ticker}/bottom-up-beta',
        'DELETE companies/{ticker}/bottom-up-beta',
        'GET companies/{ticker}/cost-of-capital',
        'POST companies/{ticker}/values/{id}/keep',
        'PUT companies/{ticker}/cost-of-capital',
        'DELETE companies/{ticker}/cost-of-capital',
        'GET companies/{ticker}/excess-returns',
        'GET companies/{ticker}/transactions',
        'PUT companies/{ticker}/transactions/{id}',
        'POST companies/{ticker}/driver-models',
        'GET companies/{ticker}/downturns',
        'POST downturns',
        'GET prices-of-interest',
        'GET companies/{ticker}/price-of-interest',
        'PUT companies/{ticker}/price-of-interest',
        'DELETE companies/{ticker}/price-of-interest',
        'GET companies/{ticker}/comparison',
        'GET industries',
        'GET industries/{id}',
        'GET companies/{ticker}/drawn-lines',
        'GET companies/{ticker}/timeline',
        'POST companies/{ticker}/cases',
        'POST companies/{ticker}/cash-flow-value/own-estimates',
        'POST companies/{ticker}/cash-flow-value/driven-revenue',
        'GET companies/{ticker}/expectations',
        'PUT companies/{ticker}/own-estimates',
        'GET companies/{ticker}/papers',
        'POST companies/{ticker}/papers',
        'POST companies/{ticker}/drawn-lines',
        'POST companies/{ticker}/notes',
        'POST companies/{ticker}/one-offs',
        'POST companies/{ticker}/judgements',
        'POST companies/{ticker}/corrections',
        'POST companies/{ticker}/findings/mend',
        'PUT companies/{ticker}/template',
    ];

    /** About one thing that somebody owns: for everybody else it does not exist. */
    private const OWNED = [
        'DELETE account/sign-ins/{id}',
        'PUT lists/{id}',
        'GET lists/{id}/watch',
        'POST lists/{id}/items/{ticker}',
        'DELETE lists/{id}/items/{ticker}',
        'GET decisions/{id}/history',
        'PUT conditions/{id}',
        'DELETE conditions/{id}',
        'POST conditions/{id}/restore',
        'GET portfolios/{id}',
        'PUT portfolios/{id}',
        'DELETE portfolios/{id}',
        'POST portfolios/{id}/restore',
        'GET portfolios/{id}/performance',
        'GET portfolios/{id}/income',
        'GET portfolios/{id}/report',
        'GET portfolios/{id}/lots',
        'GET portfolios/{id}/proposals',
        'POST portfolios/{id}/proposals',
        'POST portfolios/{id}/through',
        'POST portfolios/{id}/what-if',
        'GET portfolios/{id}/entries',
        'POST portfolios/{id}/entries',
        'GET portfolios/{id}/entries.csv',
        'GET portfolios/{id}/files',
        'POST portfolios/{id}/files',
        'PUT portfolio-entries/{id}',
        'DELETE portfolio-entries/{id}',
        'POST portfolio-entries/{id}/restore',
        'GET portfolio-files/{id}',
        'PUT portfolio-files/{id}/securities',
        'POST portfolio-files/{id}/take',
        'POST portfolio-files/{id}/undo',
        'PUT instruments/{id}',
        'DELETE instruments/{id}',
        'PUT instruments/{id}/prices',
        'PUT screens/{id}',
        'DELETE screens/{id}',
        'GET back-tests/{id}',
        'DELETE back-tests/{id}',
        'PUT own-metrics/{id}',
        'DELETE own-metrics/{id}',
        'DELETE column-views/{id}',
        'GET lists/{id}',
        'DELETE lists/{id}',
        'PUT lists/{id}/items/{ticker}',
        'GET valuations/{id}/again',
        'GET value-simulations/{id}',
        'DELETE valuations/{id}',
        'PUT decisions/{id}',
        'DELETE decisions/{id}',
        'POST decisions/{id}/restore',
        'DELETE corrections/{batch}',
        'POST corrections/{batch}/restore',
        'GET imports/{id}',
        'PUT imports/{id}',
        'DELETE imports/{id}',
        'POST imports/{id}/store',
        'POST imports/{id}/profile',
        'DELETE import-profiles/{id}',
        'PUT one-offs/{id}',
        'DELETE one-offs/{id}',
        'DELETE judgements/{id}',
        'DELETE notes/{id}',
        'DELETE driver-models/{id}',
        'DELETE own-estimates/{id}',
        'GET papers/{id}',
        'DELETE papers/{id}',
        'POST papers/{id}/restore',
        'PUT layouts/{id}',
        'DELETE layouts/{id}',
        'DELETE downturns/{id}',
        'PUT drawn-lines/{id}',
        'DELETE drawn-lines/{id}',
        'GET tasks/{id}',
        'DELETE tasks/{id}',
    ];

    /** @return list<string> method and address of every route of the API */
    private static function routes(): array
    {
        $routes = [];
        foreach (Route::getRoutes() as $route) {
            if (str_starts_with($route->uri(), 'api/v1/')) {
                $routes[] =
                    array_values(array_diff($route->methods(), ['HEAD', 'PATCH']))[0].
                    ' '.
                    preg_replace('/\{(?!ticker|batch|key)\w+\}/', '{id}', substr($route->uri(), 7));
            }
        }
        sort($routes);

        return $routes;
    }

    public function test_every_route_is_classified_once(): void
    {
        $classified = [
            ...self::PUBLIC,
            ...self::SHARED,
            ...self::BY_EDITORS,
            ...self::BY_ADMINISTRATORS,
            ...self::OF_WHO_ASKS,
            ...self::OWNED,
        ];
        sort($classified);
        $this->assertSame(self::routes(), $classified);
    }

    public function test_a_guest_is_let_in_nowhere_but_at_the_door(): void
    {
        foreach (array_diff(self::routes(), self::PUBLIC) as $route) {
            $this->ask($route, ['{id}' => '1', '{batch}' => self::BATCH])
                ->assertStatus(401)
                ->assertHeader('Content-Type', 'application/problem+json');
        }
    }

    /** Whoever only looks takes no turn from those who write, and a database that cannot be written to can still be read. */
    #[Group('sqlite')]
    public function test_what_is_asked_for_is_answered_without_writing(): void
    {
        $ada = $this->someone('Ada', Role::Administrator);
        $owned = $this->ownedBy($ada);
        $this->actingAs($ada);
        DB::statement('pragma query_only = on');
        foreach (self::routes() as $route) {
            if (str_starts_with($route, 'GET ')) {
                $kind = explode('/', explode(' ', $route)[1])[0];
                $answer = $this->ask($route, ['{id}' => (string) ($owned[$kind] ?? 1)]);
                $this->assertContains($answer->getStatusCode(), [200, 404], "{$route}: {$answer->getContent()}");
            }
        }
        DB::statement('pragma query_only = off');
    }

    public function test_every_answer_tells_the_browser_what_it_may_do_with_it(): void
    {
        $policies = [
            '/api/v1/status' => "default-src 'none'",
            '/api/v1/nowhere' => "default-src 'none'",
            '/desk' => "script-src 'self'",
        ];
        foreach ($policies as $address => $policy) {
            $headers = $this->get($address)->headers;
            $this->assertStringContainsString($policy, (string) $headers->get('Content-Security-Policy'), $address);
            $this->assertStringContainsString("frame-ancestors 'none'", (string) $headers->get('Content-Security-Policy'), $address);
            $this->assertStringNotContainsString('unsafe', (string) $headers->get('Content-Security-Policy'), $address);
            $this->assertSame('nosniff', $headers->get('X-Content-Type-Options'), $address);
            $this->assertSame('same-origin', $headers->get('Referrer-Policy'), $address);
        }
        $nonces = array_map(fn (): string => (string) $this->get('/desk')->headers->get('Content-Security-Policy'), [1, 2]);
        $this->assertNotSame($nonces[0], $nonces[1], 'A nonce is used once.');
    }

    public function test_what_all_share_is_changed_by_editors_and_the_installation_by_administrators(): void
    {
        $ids = $this->shared();
        $before = $this->everything();
        $refusedTo = [
            'reader' => [...self::BY_EDITORS, ...self::BY_ADMINISTRATORS],
            'editor' => self::BY_ADMINISTRATORS,
        ];
        foreach ($refusedTo as $role => $routes) {
            $this->actingAs($this->someone(ucfirst($role), Role::from($role)));
            foreach ($routes as $route) {
                $this->ask($route, ['{id}' => $ids[explode('/', explode(' ', $route)[1])[0]] ?? '1'])
                    ->assertStatus(403)
                    ->assertJsonPath('title', 'Forbidden');
            }
        }
        $this->assertSame($before, $this->everything());
        $allowed = [
            'editor' => self::BY_EDITORS,
            'administrator' => [...self::BY_EDITORS, ...self::BY_ADMINISTRATORS],
        ];
        foreach ($allowed as $role => $routes) {
            $this->actingAs($this->someone("Another {$role}", Role::from($role)));
            foreach ($routes as $route) {
                DB::beginTransaction();
                $status = $this->ask($route, ['{id}' => $ids[explode('/', explode(' ', $route)[1])[0]] ?? '1'])->getStatusCode();
                DB::rollBack();
                $this->assertNotContains($status, [401, 403, 500], "{$role}: {$route}");
            }
        }
    }

    /** @return array<string, string> the number of one of each kind that all share, by the first part of its address */
    private function shared(): array
    {
        $root = $this->someone('Root', Role::Administrator);
        $invitation = Invitation::query()->create([
            'made_by' => $root->id,
            'token' => Invitation::digest('open'),
            'role' => Role::Reader,
            'expires_at' => now()->addDay(),
        ]);
        $change = Change::query()->create(['user_id' => $root->id, 'what' => 'Nothing', 'rows' => []]);

        return [
            'changes' => (string) $change->id,
            'invitations' => (string) $invitation->id,
            'accounts' => (string) $root->id,
            'indices' => (string) Security::query()->where('kind', 'index')->value('id'),
            'series' => 'risk_free_rate',
        ];
    }

    public function test_what_somebody_owns_does_not_exist_for_anybody_else(): void
    {
        $owned = $this->ownedBy($this->someone('Ada'));
        $this->actingAs($this->someone('Bob'));
        $before = $this->everything();
        foreach (self::OWNED as $route) {
            $kind = explode('/', explode(' ', $route)[1])[0];
            $this->assertArrayHasKey($kind, $owned, "Nothing was made to ask {$route} about.");
            $this->assertSame(404, $this->ask($route, ['{id}' => (string) $owned[$kind], '{batch}' => self::BATCH])->status(), $route);
            $this->assertSame($before, $this->everything(), "{$route} changed something.");
        }
    }

    public function test_the_owner_finds_what_is_hers(): void
    {
        $ada = $this->someone('Ada');
        $owned = $this->ownedBy($ada);
        $this->actingAs($ada);
        foreach (self::OWNED as $route) {
            $kind = explode('/', explode(' ', $route)[1])[0];
            DB::beginTransaction();
            $response = $this->ask($route, ['{id}' => (string) $owned[$kind], '{batch}' => self::BATCH]);
            DB::rollBack();
            $this->assertNotContains($response->getStatusCode(), [401, 403, 404, 500], "{$route}: {$response->getContent()}");
        }
    }

    public function test_no_answer_tells_what_another_owns(): void
    {
        $ada = $this->someone('Ada');
        $this->ownedBy($ada);
        $this->actingAs($ada);
        $told = 0;
        foreach ([...self::SHARED, ...self::OF_WHO_ASKS] as $route) {
            if (str_starts_with($route, 'GET ')) {
                $told += (int) str_contains((string) $this->ask($route, [])->getContent(), self::SECRET);
            }
        }
        $this->assertGreaterThanOrEqual(8, $told, 'Ada is told of hers, so the question means something.');
        $this->actingAs($this->someone('Bob'));
        foreach ([...self::SHARED, ...self::OF_WHO_ASKS] as $route) {
            if (str_starts_with($route, 'GET ')) {
                $this->assertStringNotContainsString(self::SECRET, (string) $this->ask($route, [])->getContent(), $route);
            }
        }
    }

    public function test_work_that_two_wait_for_goes_on_when_one_of_them_cancels(): void
    {
        $ada = $this->someone('Ada');
        $bob = $this->someone('Bob');
        $task = Task::query()->create(['kind' => 'refresh', 'subject' => '2019-05-20', 'state' => 'running']);
        $task->owners()->attach([$ada->id, $bob->id]);
        $this->actingAs($ada)
            ->deleteJson("/api/v1/tasks/{$task->id}")
            ->assertNoContent();
        $this->getJson("/api/v1/tasks/{$task->id}")->assertStatus(404);
        $this->actingAs($bob)
            ->getJson("/api/v1/tasks/{$task->id}")
            ->assertOk()
            ->assertJsonPath('state', 'running');
        $this->deleteJson("/api/v1/tasks/{$task->id}")->assertNoContent();
        $this->assertSame('cancelled', $task->refresh()->state);
        $again = $this->actingAs($ada)
            ->postJson('/api/v1/refreshes', ['as_of' => '2019-05-20'])
            ->assertStatus(202)
            ->json('id');
        $this->assertSame($task->id, $again);
        $this->getJson("/api/v1/tasks/{$again}")
            ->assertOk()
            ->assertJsonPath('state', 'done');
    }

    /** @param  array<string, string>  $parameters */
    private function ask(string $route, array $parameters): \Illuminate\Testing\TestResponse
    {
        [$method, $path] = explode(' ', $route);
        $path = strtr($path, [...$parameters, '{ticker}' => 'BRSW', '{key}' => 'price_to_earnings']);

        $asked = [
            'q' => self::SECRET,
            'line' => 'revenue',
            'period' => 20250,
            'name' => 'price_to_earnings',
            'value' => 1,
            'margin' => 0.2,
            'statement' => 'income',
            'periods' => '20250',
            'what' => 'statements',
            'format' => 'csv',
            'portfolio' => 1000,
            'price' => 10,
            'ticker' => 'BRSW',
            'with' => 'ORTN',
        ];

        return $this->json($method, "/api/v1/{$path}?".http_build_query($asked));
    }

    /** @return array<string, int> one of each kind, by the first part of its address */
    private function ownedBy(User $user): array
    {
        $mine = ['user_id' => $user->id];
        $its = [...$mine, 'company_id' => $this->companyId('BRSW')];
        $s = self::SECRET;
        Storage::fake(Paper::DISK)->put('nowhere', $s);
        $task = Task::query()->create(['kind' => 'back-test', 'subject' => $s, 'state' => 'running', 'message' => $s]);
        $task->owners()->attach($user);
        $list = CompanyList::query()->create([...$mine, 'name' => $s, 'as_of' => self::TODAY]);
        CompanyListItem::query()->create([
            'company_list_id' => $list->id,
            'company_id' => $its['company_id'],
            'position' => 1,
            'reason' => $s,
        ]);
        Correction::query()->create([
            ...$its,
            'line' => 'revenue',
            'period' => 20250,
            'value' => 1,
            'public_on' => 20260301,
            'note' => $s,
            'source' => $s,
            'batch' => self::BATCH,
        ]);
        $definition = ['name' => $s, 'belief' => $s, 'criteria' => [], 'columns' => [], 'sort' => [], 'universe' => []];

        return [
            'tasks' => $task->id,
            'value-simulations' => $task->id,
            'lists' => $list->id,
            'account' => SignIn::query()->create([...$mine, 'address' => '10.0.0.1', 'agent' => $s])->id,
            'conditions' => WatchedCondition::query()->create([
                ...$its,
                'kind' => 'dividend',
                'settings' => [],
                'set_on' => self::TODAY,
                'looked_through' => self::TODAY,
                'note' => $s,
            ])->id,
            'instruments' => Instrument::query()->create([...$mine, 'code' => 'ZIRC', 'name' => $s, 'kind' => 'fund', 'currency' => 'XCR'])
                ->id,
            'portfolios' => ($portfolio = Portfolio::query()->create([
                ...$mine,
                'name' => $s,
                'currency' => 'XCR',
                'cost_method' => 'first_in',
            ]))->id,
            'portfolio-entries' => PortfolioEntry::query()->create([
                ...$mine,
                'portfolio_id' => $portfolio->id,
                'day' => self::TODAY,
                'type' => 'deposit',
                'currency' => 'XCR',
                'amount' => '5',
                'note' => $s,
            ])->id,
            'portfolio-files' => PortfolioFile::query()->create([
                ...$mine,
                'portfolio_id' => $portfolio->id,
                'name' => $s,
                'digest' => $s,
                'format' => 'csv',
                'rows' => [],
            ])->id,
            'corrections' => 0,
            'screens' => Screen::query()->create([...$mine, 'name' => $s, 'definition' => $definition])->id,
            'back-tests' => BackTest::query()->create([
                ...$mine,
                'task_id' => $task->id,
                'name' => $s,
                'settings' => ['screen' => $definition, 'frequency' => 'yearly', 'from' => '2022-06-30', 'index' => 'ALLSH'],
            ])->id,
            'own-metrics' => OwnMetric::query()->create([
                ...$mine,
                'key' => "my_{$s}",
                'label' => $s,
                'kind' => 'formula',
                'definition' => ['definition' => 'price * 2'],
                'unit' => 'money_per_share',
                'better' => 'higher',
                'note' => $s,
            ])->id,
            'column-views' => ColumnView::query()->create([...$mine, 'name' => $s, 'columns' => []])->id,
            'valuations' => Valuation::query()->create([
                ...$its,
                'name' => $s,
                'method' => 'tangible_book',
                'as_of' => self::TODAY,
                'assumptions' => ['changes' => []],
                'per_share' => 1.0,
                'currency' => 'XCR',
            ])->id,
            'decisions' => Decision::query()->create([
                ...$its,
                'verdict' => 'watch',
                'thesis' => $s,
                'disproof' => $s,
                'value_per_share' => 1,
                'margin_of_safety' => 0.1,
                'price_then' => 1,
                'currency' => 'XCR',
                'decided_on' => self::TODAY,
            ])->id,
            'imports' => Import::query()->create([
                ...$mine,
                'name' => "{$s}.csv",
                'path' => '/nowhere',
                'size' => 1,
                'digest' => $s,
                'format' => 'csv',
                'state' => 'previewed',
                'mapping' => (new Mapping('prices'))->toArray(),
            ])->id,
            'import-profiles' => ImportProfile::query()->create([
                ...$mine,
                'name' => $s,
                'signature' => $s,
                'mapping' => ['kind' => 'statement'],
            ])->id,
            'one-offs' => OneOff::query()->create([
                ...$its,
                'line' => 'income_tax',
                'period' => 20250,
                'amount' => 1,
                'before_tax' => false,
                'note' => $s,
            ])->id,
            'judgements' => Judgement::query()->create([...$its, 'subject' => $s, 'note' => $s])->id,
            'notes' => Note::query()->create([...$its, 'figure' => 'price_to_earnings', 'body' => $s])->id,
            'downturns' => OwnDownturn::query()->create([...$mine, 'name' => $s, 'start_day' => 20200101, 'end_day' => 20200601])->id,
            'layouts' => ReadingLayout::query()->create([
                ...$mine,
                'name' => $s,
                'template' => 'industrial',
                'definition' => ['pictures' => [], 'sections' => [], 'ten_years' => []],
            ])->id,
            'driver-models' => SavedDriverModel::query()->create([
                ...$its,
                'name' => $s,
                'version' => 1,
                'as_of' => self::TODAY,
                'definition' => ['years' => 1, 'companies' => []],
            ])->id,
            'own-estimates' => OwnEstimate::query()->create([
                ...$its,
                'line' => 'revenue',
                'period' => 20300,
                'value' => 1.0,
                'note' => $s,
                'on_day' => self::TODAY,
            ])->id,
            'papers' => Paper::query()->create([
                ...$its,
                'name' => $s,
                'media_type' => 'text/plain',
                'size' => 1,
                'kept_as' => 'nowhere',
                'text' => $s,
                'on_day' => self::TODAY,
            ])->id,
            'peers' => $this->peers($its, $s),
            'costs-of-capital' => KeptCostOfCapital::query()->create([
                ...$its,
                'choices' => ['inputs' => [], 'extra' => [['name' => $s, 'rate' => 0.01, 'reason' => $s]]],
            ])->id,
            'bottom-up-betas' => KeptBottomUpBeta::query()->create([
                ...$its,
                'choices' => ['excluded' => [['ticker' => 'BRSW', 'reason' => $s]]],
            ])->id,
            'transaction-choices' => TransactionChoice::query()->create([
                ...$its,
                'past_transaction_id' => PastTransaction::query()->value('id'),
                'included' => false,
                'reason' => $s,
            ])->id,
            'drawn-lines' => DrawnLine::query()->create([...$its, 'name' => $s, 'from_price' => 1, 'drawn_on' => self::TODAY])->id,
        ];
    }

    /** @param  array<string, int>  $its */
    private function peers(array $its, string $reason): int
    {
        $group = PeerGroup::query()->create([...$its, 'version' => 1]);
        $other = DB::table('companies')->where('id', '<>', $its['company_id'])->value('id');

        return Peer::query()->create([
            'peer_group_id' => $group->id,
            'company_id' => $other,
            'place' => 0,
            'included' => true,
            'reason' => $reason,
        ])->id;
    }

    /** @return array<string, string> a digest of every table that belongs to somebody */
    private function everything(): array
    {
        $digests = [];
        foreach (
            [
                'screens',
                'back_tests',
                'own_metrics',
                'column_views',
                'company_lists',
                'company_list_items',
                'one_offs',
                'judgements',
                'corrections',
                'imports',
                'import_profiles',
                'notes',
                'drawn_lines',
                'driver_models',
                'own_estimates',
                'papers',
                'reading_layouts',
                'own_downturns',
                'peer_groups',
                'peers',
                'costs_of_capital',
                'bottom_up_betas',
                'transaction_choices',
                'past_transactions',
                'prices_of_interest',
                'valuations',
                'decisions',
                'tasks',
                'task_user',
                'settings',
                'exchanges',
                'companies',
                'economy_series',
                'invitations',
                'changes',
            ] as $table
        ) {
            $digests[$table] = sha1((string) json_encode(DB::table($table)->get()));
        }

        return $digests;
    }
}
