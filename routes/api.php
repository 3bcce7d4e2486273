<?php

declare(strict_types=1);

use App\Feature\Account\SessionController;
use App\Feature\BackTest\BackTestController;
use App\Feature\Catalogue\CatalogueController;
use App\Feature\Catalogue\ColumnViewController;
use App\Feature\Company\CompanyController;
use App\Feature\Company\IdentityController;
use App\Feature\CompanyList\ListController;
use App\Feature\Comparison\ComparisonController;
use App\Feature\Correction\CorrectionController;
use App\Feature\Decision\DecisionController;
use App\Feature\Export\ExportController;
use App\Feature\Finder\FinderController;
use App\Feature\Intake\ImportController;
use App\Feature\Note\NoteController;
use App\Feature\OwnMetric\OwnMetricController;
use App\Feature\Quality\BreakController;
use App\Feature\Quality\FindingController;
use App\Feature\Screening\ScreenController;
use App\Feature\Statement\AccountsController;
use App\Feature\Valuation\CashFlowController;
use App\Feature\Valuation\ValuationController;
use App\Task\TaskController;
use Illuminate\Support\Facades\Route;

Route::get('session', [SessionController::class, 'show']);
Route::post('session', [SessionController::class, 'store'])->middleware('throttle:20,1');
Route::post('session/demo', [SessionController::class, 'demo']);
Route::post('users', [SessionController::class, 'register'])->middleware('throttle:20,1');
Route::get('status', [CatalogueController::class, 'status']);

Route::middleware('auth')->group(static function (): void {
    Route::delete('session', [SessionController::class, 'destroy']);
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
    Route::apiResource('screens', ScreenController::class)
        ->except('show')
        ->parameters(['screens' => 'id'])
        ->whereNumber('id');

    Route::get('ready-screens', [CatalogueController::class, 'readyScreens']);
    Route::get('metrics/{key}', [CatalogueController::class, 'metricInUniverse']);
    Route::post('rankings/run', [ComparisonController::class, 'rank']);
    Route::post('regressions/run', [ComparisonController::class, 'regress']);
    Route::post('baskets/run', [ComparisonController::class, 'basket']);
    Route::apiResource('back-tests', BackTestController::class)
        ->except('update')
        ->parameters(['back-tests' => 'id'])
        ->whereNumber('id');
    Route::post('own-metrics/preview', [OwnMetricController::class, 'preview']);
    Route::apiResource('own-metrics', OwnMetricController::class)
        ->except('show')
        ->parameters(['own-metrics' => 'id'])
        ->whereNumber('id');
    Route::apiResource('column-views', ColumnViewController::class)
        ->only(['index', 'store', 'destroy'])
        ->parameters(['column-views' => 'id'])
        ->whereNumber('id');

    Route::apiResource('lists', ListController::class)
        ->except('update')
        ->parameters(['lists' => 'id'])
        ->whereNumber('id');
    Route::put('lists/{id}/items/{ticker}', [ListController::class, 'mark'])->whereNumber('id');

    Route::prefix('companies/{ticker}')->group(static function (): void {
        Route::get('/', [CompanyController::class, 'show']);
        Route::get('identity', IdentityController::class);
        Route::get('statements', [CompanyController::class, 'statements']);
        Route::get('prices', [CompanyController::class, 'prices']);
        Route::get('metrics', [CompanyController::class, 'metrics']);
        Route::post('checklist', [ComparisonController::class, 'check']);
        Route::get('working', [CompanyController::class, 'working']);
        Route::get('export', [ExportController::class, 'company']);
        Route::get('bridges', [AccountsController::class, 'bridges']);
        Route::get('breakdowns', [AccountsController::class, 'breakdowns']);
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
        Route::post('cash-flow-value/solve', [CashFlowController::class, 'solve']);
        Route::post('cash-flow-value/sensitivity', [CashFlowController::class, 'sensitivity']);
    });
    Route::get('archive', [ExportController::class, 'archive']);
    Route::get('findings', [FindingController::class, 'index']);
    Route::put('one-offs/{id}', [BreakController::class, 'update'])->whereNumber('id');
    Route::delete('one-offs/{id}', [BreakController::class, 'destroy'])->whereNumber('id');
    Route::delete('judgements/{id}', [BreakController::class, 'unjudge'])->whereNumber('id');
    Route::get('corrections', [CorrectionController::class, 'index']);
    Route::delete('corrections/{batch}', [CorrectionController::class, 'destroy'])->whereUuid('batch');
    Route::post('corrections/{batch}/restore', [CorrectionController::class, 'restore'])->whereUuid('batch');

    Route::apiResource('imports', ImportController::class)
        ->parameters(['imports' => 'id'])
        ->whereNumber('id');
    Route::post('imports/{id}/store', [ImportController::class, 'commit'])->whereNumber('id');
    Route::post('imports/{id}/profile', [ImportController::class, 'keep'])->whereNumber('id');
    Route::get('import-profiles', [ImportController::class, 'profiles']);
    Route::delete('import-profiles/{id}', [ImportController::class, 'forget'])->whereNumber('id');

    Route::delete('notes/{id}', [NoteController::class, 'destroy'])->whereNumber('id');

    Route::apiResource('valuations', ValuationController::class)
        ->only(['index', 'store', 'destroy'])
        ->parameters(['valuations' => 'id'])
        ->whereNumber('id');
    Route::get('margin-of-safety', [DecisionController::class, 'buyBelow']);
    Route::apiResource('decisions', DecisionController::class)
        ->except('show')
        ->parameters(['decisions' => 'id'])
        ->whereNumber('id');
    Route::post('decisions/{id}/restore', [DecisionController::class, 'restore'])->whereNumber('id');

    Route::post('refreshes', [TaskController::class, 'refresh']);
    Route::get('tasks/{id}', [TaskController::class, 'show'])->whereNumber('id');
    Route::delete('tasks/{id}', [TaskController::class, 'destroy'])->whereNumber('id');
});
