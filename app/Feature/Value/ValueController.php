<?php

declare(strict_types=1);

namespace App\Feature\Value;

use App\Http\DatedRequest;
use App\Http\RequestContexts;
use App\Models\Task;
use App\Models\Valuation;
use App\Storage\Identity\Identities;
use App\Task\PatientQueue;
use App\Task\TaskResource;
use Illuminate\Http\JsonResponse;
use Illuminate\Support\Str;
use Logion\Time\Day;
use Logion\Valuation\InvalidAssumption;
use Logion\ValueMethod\ValueChange;
use Logion\ValueMethod\ValueMethods;
use Logion\ValueMethod\ValueSheet;
use Logion\ValueMethod\ValueSimulation;

/** What a share is worth by every method: all beside each other, one with its sheet, backwards, varied, drawn, and kept. */
final class ValueController
{
    private const SIMULATION = 'value simulation';

    public function __construct(private readonly ValueSubjects $subjects, private readonly Identities $identities)
    {
    }

    public function index(DatedRequest $request, string $ticker): JsonResponse
    {
        return new JsonResponse((new ValueReport($this->subjects->open($ticker, $request->context())))->summary([], $request->user()));
    }

    /** The same with weights of one's own. */
    public function weigh(WeightsRequest $request, string $ticker): JsonResponse
    {
        $report = new ValueReport($this->subjects->open($ticker, $request->context()));

        return new JsonResponse($report->summary($request->weights(), $request->user()));
    }

    public function sheet(MethodRequest $request, string $ticker, string $method): JsonResponse
    {
        $report = new ValueReport($this->subjects->open($ticker, $request->context()));

        return new JsonResponse($report->sheet(ValueMethods::get($method), $request->figures(), $request->isForced()));
    }

    public function solve(SolveMethodRequest $request, string $ticker, string $method): JsonResponse
    {
        $sheet = $this->opened($request, $ticker, $method);
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
        $sheet = $this->opened($request, $ticker, $method);
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
        new ValueSimulation($this->opened($request, $ticker, $method), $request->distributions(), $request->correlations());
        $user = $request->user();
        $task = Task::query()->create(['kind' => self::SIMULATION, 'subject' => (string) Str::uuid(), 'state' => 'waiting']);
        $task->owners()->attach($user);
        RunValueSimulation::dispatch($task->id, $user->id, [
            'ticker' => $ticker,
            'day' => $request->context()->day,
            'adjusted' => $request->header(RequestContexts::HEADER) === 'adjusted',
            'method' => $method,
            'figures' => $request->figures(),
            'forced' => $request->isForced(),
            'distributions' => $request->distributions(),
            'correlations' => $request->correlations(),
            'draws' => $request->draws(),
            'seed' => $request->seed(),
        ])->onQueue(PatientQueue::laneOf($user));

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
        return ['task' => new TaskResource($task), 'result' => RunValueSimulation::result($task)];
    }

    public function keep(KeepMethodRequest $request, string $ticker, string $method): JsonResponse
    {
        $context = $request->context();
        $subject = $this->subjects->open($ticker, $context);
        $told = (new ValueReport($subject))->sheet(ValueMethods::get($method), $request->figures(), $request->isForced());
        if ($told['centre'] === null) {
            throw InvalidAssumption::malformed($method, (string) $told['why_not']);
        }
        $kept = Valuation::query()->create([
            'user_id' => $request->user()->id,
            'company_id' => $subject->scope->company->id,
            'name' => $request->validated('name'),
            'method' => $method,
            'as_of' => $context->day,
            'assumptions' => [
                'changes' => ['figures' => $request->figures(), 'forced' => $told['forced']],
                'inputs' => array_column($told['inputs'], 'value', 'name'),
                'low' => $told['low'],
                'high' => $told['high'],
                'note' => $request->validated('note') ?? '',
                'price' => $told['price'],
            ],
            'per_share' => $told['centre'],
            'currency' => $told['currency'],
        ]);

        return new JsonResponse(['id' => $kept->id], 201);
    }

    /** A kept value on the data of today, and why it is another one. */
    public function again(DatedRequest $request, Valuation $valuation): JsonResponse
    {
        $kept = (array) $valuation->assumptions;
        $method = ValueMethods::get($valuation->method);
        $ticker = $this->identities->reference($valuation->company_id);
        $sheet = new ValueSheet(
            $method,
            $this->subjects->open($ticker, $request->context()),
            array_map('floatval', $kept['changes']['figures'] ?? []),
            (bool) ($kept['changes']['forced'] ?? false),
        );
        $then = array_map('floatval', array_filter((array) ($kept['inputs'] ?? []), is_numeric(...)));

        return new JsonResponse([
            'as_of' => Day::iso((int) $valuation->as_of),
            'today' => Day::iso($request->context()->day),
            'price_then' => $kept['price'] ?? null,
            'price' => $sheet->price(),
            ...ValueChange::between($sheet, $then, (float) $valuation->per_share),
        ]);
    }

    private function opened(MethodRequest $request, string $ticker, string $method): ValueSheet
    {
        return new ValueSheet(
            ValueMethods::get($method),
            $this->subjects->open($ticker, $request->context()),
            $request->figures(),
            $request->isForced(),
        );
    }
}
