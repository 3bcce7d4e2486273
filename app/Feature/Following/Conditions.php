<?php

declare(strict_types=1);

namespace App\Feature\Following;

use App\Evaluation\EvaluationContext;
use App\Evaluation\EvaluationContexts;
use App\Following\CallReport;
use App\Following\ConditionChecks;
use App\Models\CompanyList;
use App\Models\DrawnLine;
use App\Models\User;
use App\Models\WatchedCondition;
use App\Storage\Identity\Identities;
use Illuminate\Support\Collection;
use Logion\Figure\Words;
use Logion\Following\CompanyCheck;
use Logion\Intake\Refusal;
use Logion\Time\Day;

/** Sets conditions and tells what they look at. */
final readonly class Conditions
{
    /** So many may stand at once. */
    private const MOST = 500;

    public function __construct(private Identities $identities, private CallReport $report, private EvaluationContexts $contexts)
    {
    }

    /**
     * The check a request asks for, of the day it is asked on.
     *
     * @param  array<string, mixed>  $settings
     *
     * @throws \Logion\Following\InvalidCheck
     */
    public function check(string $kind, array $settings, ?int $line, EvaluationContext $context): CompanyCheck
    {
        $drawn = $line === null || $context->user === null ? null : DrawnLine::query()->of($context->user)->findOrFail($line);

        return CompanyCheck::read(
            [...$settings, 'kind' => $kind],
            $context->day,
            $context->catalogue,
            $drawn === null ? null : ConditionChecks::level($drawn),
        );
    }

    /**
     * @param  array<string, mixed>  $told  validated by {@see ConditionRequest}
     * @param  array<string, mixed>  $settings
     * @return array<string, mixed> columns of a condition
     *
     * @throws Refusal
     */
    public function row(User $user, array $told, array $settings, EvaluationContext $context): array
    {
        $line = isset($told['drawn_line']) ? (int) $told['drawn_line'] : null;
        $this->check($told['kind'], $settings, $line, $context);
        if (WatchedCondition::query()->of($user)->where('role', WatchedCondition::CALL)->count() >= self::MOST) {
            throw Refusal::because(Words::say('too_many_conditions', most: self::MOST));
        }
        $list = isset($told['list']) ? CompanyList::query()->of($user)->findOrFail($told['list'])->id : null;
        $ticker = $told['ticker'] ?? null;
        if (($list === null) === ($ticker === null)) {
            throw Refusal::because(Words::say('a_condition_is_of_a_company_or_list'));
        }

        return [
            'company_id' => $ticker === null ? null : $this->identities->company($ticker, $context->day),
            'company_list_id' => $list,
            'drawn_line_id' => $line,
            'kind' => $told['kind'],
            'settings' => $settings,
            'set_on' => $context->day,
            // A condition that is set while the program stands at a past day looks at what comes, not at what came since.
            'looked_through' => $this->contexts->day(null),
            'note' => $told['note'] ?? null,
            'by_mail' => (bool) ($told['by_mail'] ?? false),
            'by_webhook' => (bool) ($told['by_webhook'] ?? false),
            'active' => (bool) ($told['active'] ?? true),
        ];
    }

    /**
     * @param  Collection<int, WatchedCondition>  $conditions  with lists, lines, states and calls counted
     * @return list<array<string, mixed>>
     */
    public function told(User $user, Collection $conditions): array
    {
        $references = $this->identities->references($conditions->pluck('company_id')->filter()->map(intval(...)));

        return $conditions
            ->map(
                fn (WatchedCondition $of): array => [
                    'id' => $of->id,
                    'ticker' => $of->company_id === null ? null : $references[(int) $of->company_id] ?? null,
                    'name' => $of->company_id === null ? null : $of->company?->name,
                    'list' => $of->company_list_id,
                    'list_name' => $of->list?->name,
                    'kind' => $of->kind,
                    'words' => $this->report->words($user, $of),
                    'settings' => (object) $of->settings,
                    'drawn_line' => $of->drawn_line_id,
                    'note' => $of->note,
                    'by_mail' => $of->by_mail,
                    'by_webhook' => $of->by_webhook,
                    'active' => $of->active,
                    'set_on' => Day::iso($of->set_on),
                    'looked_through' => Day::iso($of->looked_through),
                    'met' => $of->company_id === null ? null : $of->states->first()?->met,
                    'calls' => (int) $of->getAttribute('calls_count'),
                    'last_call' => ($last = $of->getAttribute('calls_max_day')) === null ? null : Day::iso((int) $last),
                ],
            )
            ->values()
            ->all();
    }
}
