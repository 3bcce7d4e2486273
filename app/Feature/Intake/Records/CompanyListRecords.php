<?php

declare(strict_types=1);

namespace App\Feature\Intake\Records;

use App\Models\CompanyList;
use App\Models\CompanyListItem;
use App\Storage\ColumnStore;

/** The members of a list of companies, which is made under the name of the file. */
final class CompanyListRecords extends Records
{
    /** @var array<int, string> remark by company */
    private array $members = [];

    public function add(array $record, int $row): void
    {
        $outcome = $this->pass->outcome;
        if (isset($this->members[$record['listing']->company])) {
            $outcome->counts['same']++;

            return;
        }
        $this->members[$record['listing']->company] = $record['reason'] ?? '';
        $outcome->counts['new']++;
        $company = $this->pass->companies->read($record['listing']->company);
        $outcome->example('new', $company->ticker, $company->name, null, null, "row {$row}");
    }

    public function finish(): void
    {
        if ($this->pass->importId === null || $this->members === []) {
            return;
        }
        $import = $this->pass->import;
        $list = CompanyList::query()->create([
            'user_id' => $import->user_id,
            'name' => mb_substr((string) preg_replace('/\.\w+$/', '', $import->name), 0, 120),
            'as_of' => app(ColumnStore::class)->latestDay() ?? (int) date('Ymd'),
        ]);
        foreach (array_keys($this->members) as $position => $company) {
            $remark = $this->members[$company];
            CompanyListItem::query()->create([
                'company_list_id' => $list->id,
                'company_id' => $company,
                'position' => $position,
                'reason' => $remark === '' ? null : mb_substr($remark, 0, 500),
            ]);
        }
        $import->update(['mapping' => [...$import->mapping, 'made_list' => $list->id]]);
    }
}
