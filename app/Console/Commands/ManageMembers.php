<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Feature\Reference\IndexMembers;
use App\Models\IndexMember;
use App\Models\Security;
use App\Storage\Identity\Identities;
use App\Storage\Identity\Indices;
use Illuminate\Console\Command;
use Logion\Time\Day;

final class ManageMembers extends Command
{
    use ChangesInstallation;

    protected $signature = 'logion:member
        {index : ticker of the index}
        {company? : ticker of a company that joins; none lists the members}
        {from? : day it joins, YYYY-MM-DD}
        {--to= : day from which it is no longer a member}
        {--remove : the membership that began on that day, as if it had never been}
        {--user= : e-mail of the author}
        {--format=table : table, json or csv}';

    protected $description = 'List who is and was in an index, let a company join or leave';

    public function handle(IndexMembers $members, Indices $indices, Identities $identities): int
    {
        return $this->guarded(function () use ($members, $indices, $identities): int {
            $ticker = strtoupper($this->must('index', 'the index'));
            $index = Security::query()->findOrFail(
                $indices->find($ticker) ?? throw new \InvalidArgumentException($indices->unknown($ticker)),
            );
            if (is_string($this->argument('company'))) {
                $company = $identities->company($this->must('company', 'the company'));
                $from = Day::parse($this->must('from', 'the day it joins'));
                $to = is_string($this->option('to')) ? Day::parse($this->option('to')) : null;
                $this->option('remove')
                    ? $members->remove($this->author(), $index, $company, $from)
                    : $members->put($this->author(), $index, $company, $from, $to);
            }
            $rows = IndexMember::query()
                ->where('index_id', $index->id)
                ->with('company')
                ->orderBy('from_day')
                ->get()
                ->map(
                    static fn (IndexMember $of): array => [
                        $identities->reference((int) $of->company_id),
                        (string) $of->company?->name,
                        Day::iso((int) $of->from_day),
                        $of->to_day === null ? '' : Day::iso((int) $of->to_day),
                    ],
                )
                ->all();
            $head = ['ticker', 'name', 'from', 'to'];
            $this->print(array_map(static fn (array $row): array => array_combine($head, $row), $rows), $head, $rows);

            return self::SUCCESS;
        });
    }
}
