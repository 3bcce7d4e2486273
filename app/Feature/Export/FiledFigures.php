<?php

declare(strict_types=1);

namespace App\Feature\Export;

use App\Models\BreakdownFact;
use App\Models\Fact;
use App\Models\Filing;
use App\Storage\Identity\CompanyIdentity;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Collection;
use Logion\Identity\FormerValues;

/** What a company had filed by a day, every version of every figure, as it was filed. */
final readonly class FiledFigures
{
    public function __construct(private CompanyIdentity $identity, private int $asOf)
    {
    }

    /** @return list<array{string, int, float, int}> line, period, value and filing day, by filing day */
    public function all(): array
    {
        $days = Filing::query()->where('company_id', $this->identity->id)->where('filed_on', '<=', $this->asOf)->pluck('filed_on', 'id');
        $facts = [];
        foreach (Fact::query()->where('company_id', $this->identity->id)->get() as $fact) {
            if (isset($days[$fact->filing_id])) {
                $facts[] = [$fact->line, (int) $fact->period, (float) $fact->value, (int) $days[$fact->filing_id]];
            }
        }
        usort($facts, static fn (array $a, array $b): int => $a[3] <=> $b[3] ?: $a[1] <=> $b[1] ?: strcmp($a[0], $b[0]));

        return $facts;
    }

    /**
     * @param  list<string>  $axes
     * @return Collection<int, BreakdownFact> with their filing
     */
    public function breakdowns(array $axes): Collection
    {
        return BreakdownFact::query()
            ->where('company_id', $this->identity->id)
            ->whereIn('axis', $axes)
            ->whereHas('filing', fn (Builder $filing) => $filing->where('filed_on', '<=', $this->asOf))
            ->with('filing')
            ->orderBy('id')
            ->get();
    }

    /** The currency reports of a day were made out in. */
    public function currencyOn(int $day): string
    {
        return $this->identity->former->on(FormerValues::REPORTING_CURRENCY, $this->identity->reportingCurrency, $day);
    }
}
