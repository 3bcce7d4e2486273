<?php

declare(strict_types=1);

namespace App\Feature\Stage;

use App\Models\Candidate;
use App\Models\Decision;
use App\Models\Note;
use App\Models\PriceOfInterest;
use App\Models\User;
use App\Models\Valuation;
use App\Models\WorkStages;
use App\Storage\CaredCompanies;
use App\Storage\LatestPrices;
use Logion\Figure\Words;
use Logion\Following\StageNeed;
use Logion\Time\Day;

/** Candidates in the stages of somebody's work: for how long, what lacks for the next, how far the price is from one wanted. */
final readonly class StageReport
{
    public function __construct(private CaredCompanies $cared, private LatestPrices $prices)
    {
    }

    /** @return array<string, mixed> */
    public function of(User $user, int $day): array
    {
        $stages = self::stages($user);
        $candidates = Candidate::query()->of($user)->with('company')->orderBy('position')->orderBy('id')->get();
        $companies = $candidates->pluck('company_id')->map(intval(...))->all();
        $count = static fn ($query): array => $query->of($user)->whereIn('company_id', $companies)->pluck('company_id')->countBy()->all();
        $notes = $count(Note::query());
        $valuations = $count(Valuation::query()->where('as_of', '<=', $day));
        $decisions = $count(Decision::query()->standing($day));
        $held = array_flip($this->cared->held($user, $day));
        $interests = PriceOfInterest::query()->of($user)->whereIn('company_id', $companies)->get()->keyBy('company_id');
        $keys = array_column($stages, 'key');

        return [
            'as_of' => Day::iso($day),
            'stages' => $stages,
            'needs' => array_map(
                static fn (StageNeed $need): array => ['key' => $need->value, 'label' => self::needed($need)],
                StageNeed::cases(),
            ),
            'candidates' => $candidates
                ->map(function (Candidate $of) use ($day, $stages, $keys, $notes, $valuations, $decisions, $held, $interests): array {
                    $company = (int) $of->company_id;
                    $identity = $this->prices->identity($company, $day);
                    $stage = in_array($of->stage, $keys, true) ? $of->stage : $keys[0];
                    $next = $stages[array_search($stage, $keys, true) + 1] ?? null;
                    $work = [
                        'notes' => (int) ($notes[$company] ?? 0),
                        'valuations' => (int) ($valuations[$company] ?? 0),
                        'decisions' => (int) ($decisions[$company] ?? 0),
                        'held' => isset($held[$company]),
                    ];
                    $need = StageNeed::from($next['need'] ?? StageNeed::None->value);
                    $interest = $interests->get($company);
                    $price =
                        $interest === null ? null : $interest->price / $this->prices->splitRatio($identity, (int) $interest->kept_on, $day);
                    $now = $this->prices->close($identity, $interest->currency ?? $identity->listing()->currency, $day);

                    return [
                        'id' => $of->id,
                        'ticker' => $identity->reference,
                        'name' => $identity->name,
                        'stage' => $stage,
                        'entered_on' => Day::iso($of->entered_on),
                        'days' => max(0, Day::between($of->entered_on, $day)),
                        'note' => $of->note,
                        'lacks' => $next === null || $need->isThere($work) ? null : self::needed($need),
                        ...$work,
                        'price' => $now,
                        'interest' => $price,
                        'distance' => $price === null || $price <= 0 || $now === null ? null : $now / $price - 1,
                    ];
                })
                ->all(),
        ];
    }

    /** @return non-empty-list<array{key: string, name: string, need: string}> */
    public static function stages(User $user): array
    {
        $own = WorkStages::query()->of($user)->first();
        if ($own !== null && $own->stages !== []) {
            return $own->stages;
        }

        return [
            ['key' => 'idea', 'name' => Words::say('stage_idea'), 'need' => StageNeed::None->value],
            ['key' => 'first_reading', 'name' => Words::say('stage_first_reading'), 'need' => StageNeed::None->value],
            ['key' => 'modelled', 'name' => Words::say('stage_modelled'), 'need' => StageNeed::Valuation->value],
            ['key' => 'decided', 'name' => Words::say('stage_decided'), 'need' => StageNeed::Decision->value],
            ['key' => 'held', 'name' => Words::say('stage_held'), 'need' => StageNeed::Position->value],
            ['key' => 'closed', 'name' => Words::say('stage_closed'), 'need' => StageNeed::NoPosition->value],
        ];
    }

    private static function needed(StageNeed $need): string
    {
        return match ($need) {
            StageNeed::None => Words::say('need_nothing'),
            StageNeed::Note => Words::say('need_note'),
            StageNeed::Valuation => Words::say('need_valuation'),
            StageNeed::Decision => Words::say('need_decision'),
            StageNeed::Position => Words::say('need_position'),
            StageNeed::NoPosition => Words::say('need_no_position'),
        };
    }
}
