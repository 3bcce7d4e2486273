<?php

declare(strict_types=1);

use App\Feature\Account\AccountLinkController;
use App\Feature\Account\AuditController;
use App\Feature\Account\OwnAccountController;
use App\Feature\Account\PasswordResetController;
use App\Feature\Account\PeopleController;
use App\Feature\Account\SessionController;
use App\Feature\Account\TokenController;
use App\Feature\BackTest\BackTestController;
use App\Feature\Capital\BottomUpController;
use App\Feature\Capital\CapitalController;
use App\Feature\Cases\CasesController;
use App\Feature\Catalogue\CatalogueController;
use App\Feature\Catalogue\ColumnViewController;
use App\Feature\Company\CompanyController;
use App\Feature\Company\IdentityController;
use App\Feature\CompanyList\ListController;
use App\Feature\Comparison\ComparisonController;
use App\Feature\Correction\CorrectionController;
use App\Feature\Decision\DecisionController;
use App\Feature\Desk\DeskController;
use App\Feature\Downturn\DownturnController;
use App\Feature\Driver\DriverController;
use App\Feature\EarningPower\EarningPowerController;
use App\Feature\Economy\EconomyController;
use App\Feature\Example\ExampleController;
use App\Feature\Expectation\ExpectationController;
use App\Feature\Expectation\OwnEstimateController;
use App\Feature\Export\ArchiveController;
use App\Feature\Export\ExportController;
use App\Feature\Finder\FinderController;
use App\Feature\Following\ConditionController;
use App\Feature\Following\DeliveryController;
use App\Feature\Industry\IndustryController;
use App\Feature\Installation\InstallationController;
use App\Feature\Intake\ImportController;
use App\Feature\Layout\LayoutController;
use App\Feature\Market\DrawnLineController;
use App\Feature\Market\MarketController;
use App\Feature\Note\NoteController;
use App\Feature\OwnMetric\OwnMetricController;
use App\Feature\Paper\PaperController;
use App\Feature\Peer\PeerController;
use App\Feature\Portfolio\EntryController;
use App\Feature\Portfolio\InstrumentController;
use App\Feature\Portfolio\PortfolioController;
use App\Feature\Portfolio\PortfolioFileController;
use App\Feature\Quality\BreakController;
use App\Feature\Quality\FindingController;
use App\Feature\Reference\ExchangeController;
use App\Feature\Reference\HolidayController;
use App\Feature\Reference\ListingController;
use App\Feature\Reference\MemberController;
use App\Feature\Reference\ProfileController;
use App\Feature\Reference\ReferenceController;
use App\Feature\Report\ReportController;
use App\Feature\Results\ResultController;
use App\Feature\Screening\ScreenController;
use App\Feature\Sharing\SharingController;
use App\Feature\Simulation\SimulationController;
use App\Feature\Stage\StageController;
use App\Feature\Statement\AccountsController;
use App\Feature\Timeline\TimelineController;
use App\Feature\Transaction\TransactionController;
use App\Feature\Valuation\CashFlowController;
use App\Feature\Valuation\ValuationController;
use App\Feature\Value\ValueController;
use App\Http\NumberedRoute;
use App\Http\TokenRights;
use App\Task\TaskController;
use Illuminate\Routing\PendingResourceRegistration;
use Illuminate\Support\Facades\Route;

/** Of what somebody made, only they see, change or delete one. */
$owned = static fn (string $name, string $controller, string $one): PendingResourceRegistration => Route::apiResource($name, $controller)
    ->parameters([$name => $one])
    ->where([$one => NumberedRoute::NUMBER])
    ->middlewareFor('show', "can:view,{$one}")
    ->middlewareFor('update', "can:update,{$one}")
    ->middlewareFor('destroy', "can:delete,{$one}");

Route::get('session', [SessionController::class, 'show']);
Route::post('session', [SessionController::class, 'store'])->middleware('throttle:sign-in');
Route::post('session/demo', [SessionController::class, 'demo']);
Route::post('users', [SessionController::class, 'register'])->middleware('throttle:20,1');
Route::post('account-links', [AccountLinkController::class, 'ask'])->middleware('throttle:password-reset');
Route::post('password-resets', [PasswordResetController::class, 'ask'])->middleware('throttle:password-reset');
Route::put('password-resets', [PasswordResetController::class, 'reset'])->middleware('throttle:sign-in');
Route::get('status', [CatalogueController::class, 'status']);
// What the API takes and answers, for scripts; written by logion:api-description.
Route::get('openapi.json', static fn () => response()->file(resource_path('ts/api/openapi.json'), ['Content-Type' => 'application/json']));

Route::middleware(['auth:sanctum', 'throttle-account', TokenRights::class])->group(static function () use ($owned): void {
    Route::delete('session', [SessionController::class, 'destroy']);
    Route::prefix('account')->group(static function (): void {
        Route::get('/', [OwnAccountController::class, 'show']);
        Route::delete('sign-ins', [OwnAccountController::class, 'signOutElsewhere']);
        Route::delete('sign-ins/{id}', [OwnAccountController::class, 'signOut'])->where(['id' => NumberedRoute::NUMBER]);
        Route::middleware('throttle:sign-in')->group(static function (): void {
            Route::put('password', [OwnAccountController::class, 'changePassword']);
            Route::post('second-factor', [OwnAccountController::class, 'beginSecondFactor']);
            Route::put('second-factor', [OwnAccountController::class, 'confirmSecondFactor']);
            // With the password, which an address of a page never carries.
            Route::post('second-factor/removal', [OwnAccountController::class, 'removeSecondFactor']);
            Route::post('removal', [OwnAccountController::class, 'destroy']);
        });
    });
    Route::apiResource('tokens', TokenController::class)
        ->only(['index', 'store', 'destroy'])
        ->where(['token' => NumberedRoute::NUMBER]);
    Route::get('catalogue', [CatalogueController::class, 'index']);
    Route::get('finder', FinderController::class);

    Route::post('screens/run', [ScreenController::class, 'run']);
    Route::post('screens/closer-look', [ScreenController::class, 'closerLook']);
    Route::post('screens/group-lines', [ScreenController::class, 'groupLines']);
    Route::post('screens/proposals', [ScreenController::class, 'proposals']);
    Route::post('screens/score', [ScreenController::class, 'score']);
    Route::post('screens/cleaning', [ScreenController::class, 'cleaning']);
    Route::post('screens/export', [ScreenController::class, 'export']);
    Route::post('screens/written-out', [ScreenController::class, 'writtenOut']);
    Route::post('screens/distribution', [ScreenController::class, 'distribution']);
    $owned('screens', ScreenController::class, 'screen')->except('show');

    Route::get('ready-screens', [CatalogueController::class, 'readyScreens']);
    Route::get('metrics/{key}', [CatalogueController::class, 'metricInUniverse']);
    Route::post('rankings/run', [ComparisonController::class, 'rank']);
    Route::post('regressions/run', [ComparisonController::class, 'regress']);
    Route::post('baskets/run', [ComparisonController::class, 'basket']);
    $owned('back-tests', BackTestController::class, 'test')->except('update');
    Route::post('own-metrics/preview', [OwnMetricController::class, 'preview']);
    $owned('own-metrics', OwnMetricController::class, 'metric')->except('show');
    $owned('column-views', ColumnViewController::class, 'view')->only(['index', 'store', 'destroy']);

    $owned('layouts', LayoutController::class, 'layout')->except('show');
    $owned('lists', ListController::class, 'list');
    Route::get('lists/{list}/watch', [ListController::class, 'watch'])
        ->where(['list' => NumberedRoute::NUMBER])
        ->can('view', 'list');
    Route::post('lists/{list}/items/{ticker}', [ListController::class, 'add'])
        ->where(['list' => NumberedRoute::NUMBER])
        ->can('update', 'list');
    Route::delete('lists/{list}/items/{ticker}', [ListController::class, 'remove'])
        ->where(['list' => NumberedRoute::NUMBER])
        ->can('update', 'list');
    Route::post('example', [ExampleController::class, 'store']);
    Route::put('lists/{list}/items/{ticker}', [ListController::class, 'mark'])
        ->where(['list' => NumberedRoute::NUMBER])
        ->can('update', 'list');

    Route::prefix('companies/{ticker}')->group(static function (): void {
        Route::get('/', [CompanyController::class, 'show']);
        Route::get('identity', IdentityController::class);
        Route::get('statements', [CompanyController::class, 'statements']);
        Route::get('market', [MarketController::class, 'chart']);
        Route::get('comparison', [MarketController::class, 'comparison']);
        Route::get('invested-sum', [MarketController::class, 'investedSum']);
        Route::get('report', [ReportController::class, 'company']);
        Route::put('candidate', [StageController::class, 'put']);
        Route::delete('candidate', [StageController::class, 'remove']);
        Route::get('drawn-lines', [DrawnLineController::class, 'index']);
        Route::post('drawn-lines', [DrawnLineController::class, 'store']);
        Route::get('beta', [CapitalController::class, 'beta']);
        Route::get('bottom-up-beta', [BottomUpController::class, 'show']);
        Route::post('bottom-up-beta', [BottomUpController::class, 'try']);
        Route::put('bottom-up-beta', [BottomUpController::class, 'keep']);
        Route::delete('bottom-up-beta', [BottomUpController::class, 'forget']);
        Route::get('cost-of-capital', [CapitalController::class, 'show']);
        Route::post('cost-of-capital', [CapitalController::class, 'value']);
        Route::put('cost-of-capital', [CapitalController::class, 'keep']);
        Route::delete('cost-of-capital', [CapitalController::class, 'forget']);
        Route::get('values', [ValueController::class, 'index']);
        Route::post('values', [ValueController::class, 'weigh']);
        Route::post('values/driver_cash_flow/driven', [ValueController::class, 'driven']);
        Route::post('values/{method}', [ValueController::class, 'sheet']);
        Route::post('values/{method}/cases', [ValueController::class, 'cases']);
        Route::post('values/{method}/workbook', [ValueController::class, 'workbook']);
        Route::post('values/{method}/solve', [ValueController::class, 'solve']);
        Route::post('values/{method}/sensitivity', [ValueController::class, 'sensitivity']);
        Route::post('values/{method}/simulate', [ValueController::class, 'simulate']);
        Route::post('values/{method}/keep', [ValueController::class, 'keep']);
        Route::get('excess-returns', [CapitalController::class, 'excess']);
        Route::get('transactions', [TransactionController::class, 'index']);
        Route::post('transactions', [TransactionController::class, 'hand']);
        Route::put('transactions/{transaction}', [TransactionController::class, 'choose'])->where(['transaction' => NumberedRoute::NUMBER]);
        Route::get('peers', [PeerController::class, 'show']);
        Route::put('peers', [PeerController::class, 'keep']);
        Route::get('peer-proposals', [PeerController::class, 'proposals']);
        Route::get('peer-table', [PeerController::class, 'table']);
        Route::get('peer-table/file', [PeerController::class, 'file']);
        Route::get('peer-years', [PeerController::class, 'years']);
        Route::get('peer-discount', [PeerController::class, 'discount']);
        Route::get('peer-value', [PeerController::class, 'implied']);
        Route::post('peer-value', [PeerController::class, 'hand']);
        Route::get('picture', [CompanyController::class, 'picture']);
        Route::get('expectations', ExpectationController::class);
        Route::put('own-estimates', [OwnEstimateController::class, 'keep']);
        Route::get('papers', [PaperController::class, 'index']);
        Route::post('papers', [PaperController::class, 'store']);
        Route::get('results', ResultController::class);
        Route::get('driver-model', [DriverController::class, 'proposal']);
        Route::post('driver-model', [DriverController::class, 'value']);
        Route::get('driver-models', [DriverController::class, 'index']);
        Route::post('driver-models', [DriverController::class, 'store']);
        Route::get('downturns', [DownturnController::class, 'show']);
        Route::post('cases', [CasesController::class, 'value']);
        Route::get('price-of-interest', [CasesController::class, 'show']);
        Route::put('price-of-interest', [CasesController::class, 'keep']);
        Route::delete('price-of-interest', [CasesController::class, 'destroy']);
        Route::get('earning-power', EarningPowerController::class);
        Route::get('timeline', TimelineController::class);
        Route::get('metrics', [CompanyController::class, 'metrics']);
        Route::post('checklist', [ComparisonController::class, 'check']);
        Route::get('working', [CompanyController::class, 'working']);
        Route::get('export', [ExportController::class, 'company']);
        Route::get('bridges', [AccountsController::class, 'bridges']);
        Route::get('breakdowns', [AccountsController::class, 'breakdowns']);
        Route::get('property', [AccountsController::class, 'property']);
        Route::get('dividends', [AccountsController::class, 'dividends']);
        Route::get('people', [AccountsController::class, 'people']);
        Route::get('breaks', [BreakController::class, 'index']);
        Route::post('one-offs', [BreakController::class, 'store']);
        Route::post('judgements', [BreakController::class, 'judge']);
        Route::post('findings/mend', [FindingController::class, 'mend']);
        Route::post('corrections', [CorrectionController::class, 'store']);
        Route::get('figure-history', [CorrectionController::class, 'history']);
        Route::get('entry-sheet', [CorrectionController::class, 'entrySheet']);
        Route::put('template', [CorrectionController::class, 'template']);
        Route::get('notes', [NoteController::class, 'index']);
        Route::post('notes', [NoteController::class, 'store']);
        Route::post('cash-flow-value', [CashFlowController::class, 'value']);
        Route::post('cash-flow-value/working', [CashFlowController::class, 'working']);
        Route::post('cash-flow-value/workbook', [CashFlowController::class, 'workbook']);
        Route::post('cash-flow-value/solve', [CashFlowController::class, 'solve']);
        Route::post('cash-flow-value/own-estimates', [CashFlowController::class, 'ownEstimates']);
        Route::post('cash-flow-value/driven-revenue', [CashFlowController::class, 'drivenRevenue']);
        Route::post('cash-flow-value/sensitivity', [CashFlowController::class, 'sensitivity']);
    });
    Route::get('economy', EconomyController::class);
    Route::get('industries', [IndustryController::class, 'index']);
    Route::get('industries/{code}', [IndustryController::class, 'show']);
    Route::get('prices-of-interest', [CasesController::class, 'index']);
    Route::get('shared', [SharingController::class, 'index']);
    Route::put('shared/{key}/{id}', [SharingController::class, 'update'])->where(['id' => NumberedRoute::NUMBER]);
    Route::post('shared/{key}/{id}/copy', [SharingController::class, 'copy'])->where(['id' => NumberedRoute::NUMBER]);
    Route::post('archive', [ArchiveController::class, 'store']);
    Route::get('archive', [ArchiveController::class, 'show']);
    Route::get('findings', [FindingController::class, 'index']);
    Route::put('one-offs/{oneOff}', [BreakController::class, 'update'])
        ->where('oneOff', NumberedRoute::NUMBER)
        ->can('update', 'oneOff');
    Route::delete('one-offs/{oneOff}', [BreakController::class, 'destroy'])
        ->where('oneOff', NumberedRoute::NUMBER)
        ->can('delete', 'oneOff');
    Route::delete('judgements/{judgement}', [BreakController::class, 'unjudge'])
        ->where(['judgement' => NumberedRoute::NUMBER])
        ->can('delete', 'judgement');
    Route::get('corrections', [CorrectionController::class, 'index']);
    Route::delete('corrections/{batch}', [CorrectionController::class, 'destroy'])->whereUuid('batch');
    Route::post('corrections/{batch}/restore', [CorrectionController::class, 'restore'])->whereUuid('batch');

    $owned('imports', ImportController::class, 'import');
    Route::post('imports/{import}/store', [ImportController::class, 'commit'])
        ->where(['import' => NumberedRoute::NUMBER])
        ->can('store', 'import');
    Route::post('imports/{import}/profile', [ImportController::class, 'keep'])
        ->where(['import' => NumberedRoute::NUMBER])
        ->can('update', 'import');
    Route::get('import-profiles', [ImportController::class, 'profiles']);
    Route::delete('import-profiles/{profile}', [ImportController::class, 'forget'])
        ->where(['profile' => NumberedRoute::NUMBER])
        ->can('delete', 'profile');

    Route::put('drawn-lines/{line}', [DrawnLineController::class, 'update'])
        ->where(['line' => NumberedRoute::NUMBER])
        ->can('update', 'line');
    Route::delete('drawn-lines/{line}', [DrawnLineController::class, 'destroy'])
        ->where(['line' => NumberedRoute::NUMBER])
        ->can('delete', 'line');
    Route::post('downturns', [DownturnController::class, 'store']);
    Route::delete('downturns/{downturn}', [DownturnController::class, 'destroy'])
        ->where(['downturn' => NumberedRoute::NUMBER])
        ->can('delete', 'downturn');
    Route::delete('driver-models/{model}', [DriverController::class, 'destroy'])
        ->where(['model' => NumberedRoute::NUMBER])
        ->can('delete', 'model');
    Route::delete('own-estimates/{estimate}', [OwnEstimateController::class, 'destroy'])
        ->where(['estimate' => NumberedRoute::NUMBER])
        ->can('delete', 'estimate');
    Route::get('papers/{paper}', [PaperController::class, 'show'])
        ->where(['paper' => NumberedRoute::NUMBER])
        ->can('view', 'paper');
    Route::delete('papers/{paper}', [PaperController::class, 'destroy'])
        ->where(['paper' => NumberedRoute::NUMBER])
        ->can('delete', 'paper');
    Route::post('papers/{paper}/restore', [PaperController::class, 'restore'])
        ->where(['paper' => NumberedRoute::NUMBER])
        ->can('restore', 'paper')
        ->withTrashed();
    Route::delete('notes/{note}', [NoteController::class, 'destroy'])
        ->where(['note' => NumberedRoute::NUMBER])
        ->can('delete', 'note');

    $owned('valuations', ValuationController::class, 'valuation')->only(['index', 'store', 'destroy']);
    Route::get('valuations/{valuation}/again', [ValueController::class, 'again'])
        ->where(['valuation' => NumberedRoute::NUMBER])
        ->can('update', 'valuation');
    Route::get('margin-of-safety', [DecisionController::class, 'buyBelow']);
    Route::get('position-size', [DecisionController::class, 'size']);
    Route::get('candidates', [StageController::class, 'index']);
    Route::put('work-stages', [StageController::class, 'stages']);
    Route::get('desk', [DeskController::class, 'show']);
    Route::put('desk/looked', [DeskController::class, 'looked']);
    Route::post('conditions/try', [ConditionController::class, 'attempt']);
    $owned('conditions', ConditionController::class, 'condition')->except('show');
    Route::post('conditions/{condition}/restore', [ConditionController::class, 'restore'])
        ->withTrashed()
        ->where(['condition' => NumberedRoute::NUMBER])
        ->can('restore', 'condition');
    Route::get('delivery', [DeliveryController::class, 'show']);
    Route::put('delivery', [DeliveryController::class, 'update']);
    Route::post('delivery/test', [DeliveryController::class, 'test'])->middleware('throttle:10,1');
    $owned('portfolios', PortfolioController::class, 'portfolio');
    Route::post('portfolios/{portfolio}/restore', [PortfolioController::class, 'restore'])
        ->withTrashed()
        ->where(['portfolio' => NumberedRoute::NUMBER])
        ->can('restore', 'portfolio');
    Route::prefix('portfolios/{portfolio}')
        ->where(['portfolio' => NumberedRoute::NUMBER])
        ->middleware('can:view,portfolio')
        ->group(static function (): void {
            Route::get('performance', [PortfolioController::class, 'performance']);
            Route::get('report', [ReportController::class, 'portfolio']);
            Route::get('income', [PortfolioController::class, 'income']);
            Route::get('lots', [PortfolioController::class, 'lots']);
            Route::get('proposals', [PortfolioController::class, 'proposals']);
            Route::post('proposals', [PortfolioController::class, 'takeProposals']);
            Route::post('through', [PortfolioController::class, 'through']);
            Route::post('what-if', [PortfolioController::class, 'whatIf']);
            Route::get('entries.csv', [EntryController::class, 'export']);
            Route::get('entries', [EntryController::class, 'index']);
            Route::post('entries', [EntryController::class, 'store']);
            Route::get('files', [PortfolioFileController::class, 'index']);
            Route::post('files', [PortfolioFileController::class, 'store']);
        });
    Route::put('portfolio-entries/{entry}', [EntryController::class, 'update'])
        ->where(['entry' => NumberedRoute::NUMBER])
        ->can('update', 'entry');
    Route::delete('portfolio-entries/{entry}', [EntryController::class, 'destroy'])
        ->where(['entry' => NumberedRoute::NUMBER])
        ->can('delete', 'entry');
    Route::post('portfolio-entries/{entry}/restore', [EntryController::class, 'restore'])
        ->withTrashed()
        ->where(['entry' => NumberedRoute::NUMBER])
        ->can('restore', 'entry');
    Route::prefix('portfolio-files/{file}')
        ->where(['file' => NumberedRoute::NUMBER])
        ->middleware('can:update,file')
        ->group(static function (): void {
            Route::get('/', [PortfolioFileController::class, 'show']);
            Route::put('securities', [PortfolioFileController::class, 'name']);
            Route::post('take', [PortfolioFileController::class, 'take']);
            Route::post('undo', [PortfolioFileController::class, 'undo']);
        });
    $owned('instruments', InstrumentController::class, 'instrument')->except('show');
    Route::put('instruments/{instrument}/prices', [InstrumentController::class, 'price'])
        ->where(['instrument' => NumberedRoute::NUMBER])
        ->can('update', 'instrument');
    Route::get('decisions/outcomes', [DecisionController::class, 'outcomes']);
    Route::get('position-split', [DecisionController::class, 'split']);
    Route::get('decisions/{decision}/history', [DecisionController::class, 'history'])
        ->where(['decision' => NumberedRoute::NUMBER])
        ->can('view', 'decision');
    $owned('decisions', DecisionController::class, 'decision')->except('show');
    Route::post('decisions/{decision}/restore', [DecisionController::class, 'restore'])
        ->where(['decision' => NumberedRoute::NUMBER])
        ->can('restore', 'decision')
        ->withTrashed();

    Route::get('installation', [InstallationController::class, 'show']);
    Route::get('reference', [ReferenceController::class, 'index']);
    Route::get('series/{name}', [ReferenceController::class, 'series']);
    Route::get('changes', [ReferenceController::class, 'changes']);
    Route::get('indices/{index}/members', [MemberController::class, 'index'])->where(['index' => NumberedRoute::NUMBER]);
    Route::get('exchanges/{exchange}/holidays', [HolidayController::class, 'index'])->where(['exchange' => NumberedRoute::NUMBER]);
    Route::get('companies/{ticker}/profile', [ProfileController::class, 'show']);
    Route::get('simulation', [SimulationController::class, 'show']);
    Route::middleware('can:change-facts')->group(static function (): void {
        Route::post('simulation/advance', [SimulationController::class, 'advance']);
        Route::apiResource('exchanges', ExchangeController::class)
            ->only(['store', 'update', 'destroy'])
            ->where(['exchange' => NumberedRoute::NUMBER]);
        Route::post('exchanges/{exchange}/merge', [ExchangeController::class, 'merge'])->where(['exchange' => NumberedRoute::NUMBER]);
        Route::post('indices', [ExchangeController::class, 'storeIndex']);
        Route::post('indices/{index}/merge', [ExchangeController::class, 'mergeIndex'])->where(['index' => NumberedRoute::NUMBER]);
        Route::put('indices/{index}', [ExchangeController::class, 'updateIndex'])->where(['index' => NumberedRoute::NUMBER]);
        Route::delete('indices/{index}', [ExchangeController::class, 'destroyIndex'])->where(['index' => NumberedRoute::NUMBER]);
        Route::put('indices/{index}/members', [MemberController::class, 'update'])->where(['index' => NumberedRoute::NUMBER]);
        Route::delete('indices/{index}/members', [MemberController::class, 'destroy'])->where(['index' => NumberedRoute::NUMBER]);
        Route::put('exchanges/{exchange}/holidays', [HolidayController::class, 'update'])->where(['exchange' => NumberedRoute::NUMBER]);
        Route::put('series/{name}', [ReferenceController::class, 'putSeries']);
        Route::post('past-transactions', [TransactionController::class, 'store']);
        Route::put('past-transactions/{transaction}', [TransactionController::class, 'update'])->where([
            'transaction' => NumberedRoute::NUMBER,
        ]);
        Route::delete('past-transactions/{transaction}', [TransactionController::class, 'destroy'])->where([
            'transaction' => NumberedRoute::NUMBER,
        ]);
        Route::post('companies', [ProfileController::class, 'store']);
        Route::put('companies/{ticker}/profile', [ProfileController::class, 'update']);
        Route::delete('companies/{ticker}', [ProfileController::class, 'destroy']);
        Route::post('companies/{ticker}/merge', [ProfileController::class, 'merge']);
        Route::post('companies/{ticker}/listings', [ListingController::class, 'store']);
        Route::delete('companies/{ticker}/listings/{listing}', [ListingController::class, 'destroy'])->where([
            'listing' => NumberedRoute::NUMBER,
        ]);
        Route::put('companies/{ticker}/identifiers', [ListingController::class, 'identify']);
        Route::delete('changes/{change}', [ReferenceController::class, 'undo'])->where(['change' => NumberedRoute::NUMBER]);
    });
    Route::middleware('can:administer')->group(static function (): void {
        Route::get('audit', [AuditController::class, 'index']);
        Route::get('audit/file', [AuditController::class, 'file']);
        Route::post('accounts/{person}/reset-link', [PasswordResetController::class, 'link'])->where(['person' => NumberedRoute::NUMBER]);
        Route::put('installation', [InstallationController::class, 'update']);
        Route::get('accounts', [PeopleController::class, 'index']);
        Route::put('accounts/{person}', [PeopleController::class, 'update'])->where(['person' => NumberedRoute::NUMBER]);
        Route::post('invitations', [PeopleController::class, 'invite']);
        Route::delete('invitations/{invitation}', [PeopleController::class, 'withdraw'])->where(['invitation' => NumberedRoute::NUMBER]);
    });

    Route::post('refreshes', [TaskController::class, 'refresh']);
    Route::get('value-simulations/{task}', [ValueController::class, 'simulation'])
        ->where(['task' => NumberedRoute::NUMBER])
        ->can('view', 'task');
    Route::get('tasks/{task}', [TaskController::class, 'show'])
        ->where(['task' => NumberedRoute::NUMBER])
        ->can('view', 'task');
    Route::delete('tasks/{task}', [TaskController::class, 'destroy'])
        ->where(['task' => NumberedRoute::NUMBER])
        ->can('delete', 'task');
});
