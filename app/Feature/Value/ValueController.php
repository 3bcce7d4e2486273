<?php

declare(strict_types=1);

namespace App\Feature\Value;

use App\Evaluation\CompanyScopes;
use App\Evaluation\EvaluationContext;
use App\Feature\Driver\DrivenRevenue;
use App\Feature\Valuation\RevaluedSheet;
use App\Files\Workbooks;
use App\Http\DatedRequest;
use App\Http\RequestContexts;
use App\Models\Task;
use App\Models\Valuation;
use App\Storage\DataStamp;
use App\Storage\Identity\Identities;
use App\Task\BeginParts;
use App\Task\TaskResource;
use Illuminate\Http\JsonResponse;
use Illuminate\Support\Facades\DB;
use Logion\Figure\Words;
use Logion\Time\Day;
use Logion\Valuation\Forecast\DriverRule;
use Logion\Valuation\InvalidAssumption;
use Logion\ValueMethod\Method\DriverCashFlow;
use Logion\ValueMethod\Method\SegmentSales;
use Logion\ValueMethod\ValueCases;
use Logion\ValueMethod\ValueChange;
use Logion\ValueMethod\ValueMethods;
use Logion\ValueMethod\ValueSheet;
use Logion\ValueMethod\ValueSimulation;
use Logion\ValueMethod\ValueSubject;
use Symfony\Component\HttpFoundation\StreamedResponse;

/** What a share is worth by every method: all beside each other, one with its sheet, backwards, varied, drawn, and kept. */
final class ValueController
{
    private const SIMULATION = 'value simulation';

    /** Minutes after which work nothing was heard of is handed on anew. */
    private const SILENT_MINUTES = 1;

    public function __construct(
        private readonly ValueSubjects $subjects,
        private readonly Identities $identities,
        private readonly DataStamp $stamp,
    ) {
    }

    public function index(DatedRequest $request, string $ticker): JsonResponse
    {
        return new JsonResponse((new ValueReport($this->subjects->open($ticker, $request->context())))->summary([], $request->user()));
    }

    /** The same with weights and margins of one's own. */
    public function weigh(SummaryRequest $request, string $ticker): JsonResponse
    {
        $report = new ValueReport($this->subjects->open($ticker, $request->context()));

        return new JsonResponse($report->summary($request->weights(), $request->user(), $request->margins()));
    }

    public function sheet(MethodRequest $request, string $ticker, string $method): JsonResponse
    {
        $subject = $this->subjects->open($ticker, $request->context());
        $sheet = $this->opened($request, $subject, $method);

        return new JsonResponse((new ValueReport($subject))->sheet(ValueMethods::get($method), $sheet, $request->ranges()));
    }

    /** The rules by which the drivers have the sales of the reader's latest driver model. */
    public function driven(MethodRequest $request, DrivenRevenue $driven, string $ticker): JsonResponse
    {
        $subject = $this->subjects->open($ticker, $request->context());
        $sheet = $this->opened($request, $subject, DriverCashFlow::KEY);
        $rules = SegmentSales::rulesFor($driven->segments($request->user(), $subject->scope), $sheet->figures, $subject);

        return new JsonResponse(['rules' => (object) array_map(static fn (DriverRule $of): array => $of->toArray(), $rules)]);
    }

    /** The value under several cases. */
    public function cases(CasesOfMethodRequest $request, string $ticker, string $method): JsonResponse
    {
        $subject = $this->subjects->open($ticker, $request->context());
        $told = new ValueCases(ValueMethods::get($method), $subject, $request->cases(), $request->isForced());

        return new JsonResponse([
            'cases' => $told->cases,
            'expected' => $told->expected,
            'deviation' => $told->deviation,
            'upside_to_downside' => $told->upsideToDownside,
            'price' => $subject->price(),
        ]);
    }

    /** The method as a workbook whose formulas live. */
    public function workbook(MethodWorkbookRequest $request, CompanyScopes $scopes, string $ticker, string $method): StreamedResponse
    {
        $subject = $this->subjects->open($ticker, $request->context());
        $sheet = $this->opened($request, $subject, $method);
        $book = MethodWorkbook::of($sheet, ValueMethods::get($method), $subject, $scopes->identity($subject->scope)->name);

        return Workbooks::answer($book, $request->fileFormat(), "{$subject->scope->company->ticker} {$method}");
    }

    public function solve(SolveMethodRequest $request, string $ticker, string $method): JsonResponse
    {
        $sheet = $this->opened($request, $this->subjects->open($ticker, $request->context()), $method);
        $price = $request->price() ?? $sheet->price();
        $name = $request->validated('input');

        return new JsonResponse([
            'input' => $name,
            'price' => $price,
            'solved' => $price === null ? null : $sheet->solve($name, $price),
            'sentence' => $price === null ? null : $sheet->sentence($name, $price),
        ]);
    }

    public function sensitivity(VaryMethodRequest $request, string $ticker, string $method): JsonResponse
    {
        $sheet = $this->opened($request, $this->subjects->open($ticker, $request->context()), $method);
        [$row, $column] = [$request->validated('row'), $request->validated('column')];
        [$rows, $columns] = [$sheet->steps($row), $sheet->steps($column)];

        return new JsonResponse([
            'row' => $row,
            'column' => $column,
            'rows' => $rows,
            'columns' => $columns,
            'values' => $sheet->sensitivity($row, $rows, $column, $columns),
        ]);
    }

    /** In the background: ten thousand draws take seconds. Whatever cannot work is said now. */
    public function simulate(SimulateMethodRequest $request, string $ticker, string $method): JsonResponse
    {
        $sheet = $this->opened($request, $this->subjects->open($ticker, $request->context()), $method);
        new ValueSimulation($sheet, $request->distributions(), $request->correlations());
        $user = $request->user();
        $asked = [
            'ticker' => $ticker,
            'day' => $request->context()->day,
            'adjusted' => $request->header(RequestContexts::HEADER) === 'adjusted',
            'method' => $method,
            'figures' => $request->figures(),
            'rules' => $request->drivers(),
            'forced' => $request->isForced(),
            'distributions' => $request->distributions(),
            'correlations' => $request->correlations(),
            'draws' => $request->draws(),
            'seed' => $request->seed(),
        ];
        $stamp = $this->stamp->readAs($request->context()->as);
        $task = DB::transaction(static function () use ($user, $asked, $stamp): Task {
            // Asked for again it goes on with what was drawn before somebody cancelled it, and is not drawn again where nothing changed.
            $task = Task::of(self::SIMULATION, "{$user->id} ".sha1((string) json_encode([$asked, $stamp])), $user);
            if ($task->isIdle(self::SILENT_MINUTES) && ValueSimulationWork::result($task) === null) {
                $task->begin();
                BeginParts::dispatch(ValueSimulationWork::order($task->id, $user, $asked));
            }

            return $task;
        });

        return new JsonResponse(self::drawn($task->refresh()), 202);
    }

    /** How far the draws are, and what came of them. */
    public function simulation(Task $task): JsonResponse
    {
        return new JsonResponse(self::drawn($task));
    }

    /** @return array<string, mixed> */
    private static function drawn(Task $task): array
    {
        return ['task' => new TaskResource($task), 'result' => ValueSimulationWork::result($task)];
    }

    /** With cases the value kept is the one expected of them. */
    public function keep(KeepMethodRequest $request, string $ticker, string $method): JsonResponse
    {
        $context = $request->context();
        $subject = $this->subjects->open($ticker, $context);
        $sheet = $this->opened($request, $subject, $method);
        $told = (new ValueReport($subject))->sheet(ValueMethods::get($method), $sheet);
        $cases = $request->cases();
        $expected = $told['centre'];
        if ($cases !== []) {
            $of = new ValueCases(ValueMethods::get($method), $subject, CasesOfMethodRequest::read($cases), $request->isForced());
            $expected = $of->expected;
            $centres = array_column($of->cases, 'centre');
            $told = [...$told, 'low' => min($centres), 'high' => max($centres)];
        }
        if ($expected === null) {
            throw InvalidAssumption::malformed($method, (string) ($told['why_not'] ?? Words::say('a_case_has_no_value')));
        }
        $kept = Valuation::query()->create([
            'user_id' => $request->user()->id,
            'company_id' => $subject->scope->company->id,
            'name' => $request->validated('name'),
            'method' => $method,
            'as_of' => $context->day,
            'assumptions' => [
                'changes' => [
                    'figures' => (object) $request->figures(),
                    'rules' => (object) $request->drivers(),
                    'forced' => $told['forced'],
                    'cases' => $cases,
                ],
                'inputs' => array_column($told['inputs'], 'value', 'name'),
                'paths' => array_filter(
                    array_map(static fn (array $of): array => $of['years']['path'] ?? [], array_column($told['inputs'], null, 'name')),
                ),
                'low' => $told['low'],
                'centre' => $told['centre'],
                'high' => $told['high'],
                'note' => $request->validated('note') ?? '',
                'price' => $told['price'],
            ],
            'per_share' => $expected,
            'currency' => $told['currency'],
        ]);

        return new JsonResponse(['id' => $kept->id], 201);
    }

    /** A kept value on the data of today, and why it is another one. */
    public function again(DatedRequest $request, RevaluedSheet $sheets, Valuation $valuation): JsonResponse
    {
        $context = $request->context();

        return new JsonResponse([
            'as_of' => Day::iso((int) $valuation->as_of),
            'today' => Day::iso($context->day),
            ...$valuation->method === RevaluedSheet::METHOD ? $sheets->of($valuation, $context) : $this->revalued($valuation, $context),
        ]);
    }

    /** @return array<string, mixed> */
    private function revalued(Valuation $valuation, EvaluationContext $context): array
    {
        $kept = (array) $valuation->assumptions;
        $changes = $kept['changes'];
        $sheet = ValueSheet::of(
            ValueMethods::get($valuation->method),
            $this->subjects->open($this->identities->reference($valuation->company_id), $context),
            array_map(floatval(...), (array) ($changes['figures'] ?? [])),
            (array) ($changes['rules'] ?? []),
            (bool) ($changes['forced'] ?? false),
        );
        $then = array_map(floatval(...), array_filter((array) ($kept['inputs'] ?? []), is_numeric(...)));

        return [
            'price_then' => $kept['price'] ?? null,
            'price' => $sheet->price(),
            // Of cases it is the sheet they start from that is told.
            ...ValueChange::between($sheet, $then, (float) ($kept['centre'] ?? $valuation->per_share), (array) ($kept['paths'] ?? [])),
        ];
    }

    private function opened(MethodRequest $request, ValueSubject $subject, string $method): ValueSheet
    {
        return ValueSheet::of(ValueMethods::get($method), $subject, $request->figures(), $request->drivers(), $request->isForced());
    }
}
