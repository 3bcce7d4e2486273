<?php

declare(strict_types=1);

namespace App\Storage;

use Illuminate\Support\Facades\DB;

/** How conditions stood when they were last looked at. */
final class ConditionStates
{
    /** Rows read or stored together. */
    private const TOGETHER = 400;

    /**
     * @param  list<int>  $conditions
     * @return array<string, bool|null> by condition and company
     */
    public function of(array $conditions): array
    {
        $states = [];
        foreach (array_chunk($conditions, self::TOGETHER) as $ids) {
            foreach (DB::table('condition_states')->whereIn('condition_id', $ids)->get(['condition_id', 'company_id', 'met']) as $row) {
                $states["{$row->condition_id}:{$row->company_id}"] = $row->met === null ? null : (bool) $row->met;
            }
        }

        return $states;
    }

    /**
     * Since when each stands so is kept while it does.
     *
     * @param  list<array{condition_id: int, company_id: int, met: bool|null, actual: ?float, required: ?float, since: int}>  $rows
     */
    public function put(array $rows): void
    {
        foreach (array_chunk($rows, self::TOGETHER) as $some) {
            DB::table('condition_states')->upsert($some, ['condition_id', 'company_id'], [
                'since' => DB::raw('case when condition_states.met = excluded.met then condition_states.since else excluded.since end'),
                'met',
                'actual',
                'required',
            ]);
        }
    }
}
