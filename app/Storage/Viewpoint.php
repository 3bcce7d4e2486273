<?php

declare(strict_types=1);

namespace App\Storage;

use Illuminate\Database\Query\Builder;
use Illuminate\Support\Facades\DB;
use Logion\Reporting\Adjustment\CorrectedBy;
use Logion\Reporting\Adjustment\NonRecurringItem;
use Logion\Reporting\FiledFact;
use Logion\Reporting\ReportingModel;

/** Whose corrections and choices count, and whether figures are wanted as adjusted for the one-offs they marked. */
final readonly class Viewpoint
{
    public function __construct(public int $userId, public string $author, public bool $adjusted = false)
    {
    }

    /** @return list<FiledFact> corrections in force, as facts */
    public function corrections(int $company): array
    {
        $facts = [];
        foreach (
            DB::table('corrections')
                ->where('user_id', $this->userId)
                ->where('company_id', $company)
                ->whereNull('withdrawn_at')
                ->orderBy('id')
                ->get() as $row
        ) {
            $facts[] = new FiledFact(
                (string) $row->line,
                (int) $row->period,
                $row->value === null ? NAN : (float) $row->value,
                (int) $row->public_on,
                (int) $row->id,
                new CorrectedBy(
                    (string) $row->note,
                    (string) $row->source,
                    $this->author,
                    (int) str_replace('-', '', substr((string) $row->created_at, 0, 10)),
                ),
            );
        }

        return $facts;
    }

    /** @return list<NonRecurringItem> none unless figures are wanted as adjusted */
    public function oneOffs(int $company): array
    {
        return $this->adjusted ? $this->marked($company) : [];
    }

    /** @return list<NonRecurringItem> everything marked, wanted or not */
    public function marked(int $company): array
    {
        return DB::table('one_offs')
            ->where('user_id', $this->userId)
            ->where('company_id', $company)
            ->orderBy('id')
            ->get()
            ->map(
                static fn (object $row): NonRecurringItem => new NonRecurringItem(
                    (string) $row->line,
                    (int) $row->period,
                    (float) $row->amount,
                    (bool) $row->before_tax,
                    (string) $row->note,
                    (int) $row->id,
                ),
            )
            ->all();
    }

    public function template(int $company): ?ReportingModel
    {
        $chosen = DB::table('template_choices')->where('user_id', $this->userId)->where('company_id', $company)->value('template');

        return $chosen === null ? null : ReportingModel::from((string) $chosen);
    }

    /** @return array{days: list<int>, values: list<float>}|null what capital costs a company, as kept; null where nothing was */
    public function costOfCapital(int $company): ?array
    {
        $kept = $this->costs()
            ->where('company_id', $company)
            ->first(['kept_for', 'rate']);

        return $kept === null ? null : ['days' => [(int) $kept->kept_for], 'values' => [(float) $kept->rate]];
    }

    private function costs(): Builder
    {
        return DB::table('costs_of_capital')->where('user_id', $this->userId)->whereNotNull('rate');
    }

    /** @return array<int, ?string> companies whose figures differ from everybody's, with a template chosen for them */
    public function companies(): array
    {
        $companies = $this->corrected();
        foreach ($this->costs()->pluck('company_id') as $id) {
            $companies[(int) $id] ??= null;
        }

        return $companies;
    }

    /** @return array<int, ?string> companies whose figures differ from what was filed, with a template chosen for them */
    public function corrected(): array
    {
        $companies = DB::table('template_choices')->where('user_id', $this->userId)->pluck('template', 'company_id')->all();
        foreach ([DB::table('corrections')->whereNull('withdrawn_at'), ...$this->adjusted ? [DB::table('one_offs')] : []] as $query) {
            foreach ($query->where('user_id', $this->userId)->distinct()->pluck('company_id') as $id) {
                $companies[(int) $id] ??= null;
            }
        }

        return $companies;
    }

    /** Changes with every correction, mark and choice. */
    public function stamp(): string
    {
        $parts = [$this->userId, (int) $this->adjusted];
        foreach (['corrections', 'one_offs', 'template_choices', 'costs_of_capital'] as $table) {
            // Not by when they were changed: two changes may be of one second.
            $parts[] = DB::table($table)->where('user_id', $this->userId)->orderBy('id')->get();
        }

        return sha1((string) json_encode($parts));
    }
}
