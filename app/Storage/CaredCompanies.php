<?php

declare(strict_types=1);

namespace App\Storage;

use App\Models\Portfolio;
use App\Models\User;
use App\Storage\Holding\Held;
use App\Storage\Holding\PortfolioBooks;
use Illuminate\Support\Facades\DB;

/** Companies somebody holds, watches or works on. */
final readonly class CaredCompanies
{
    public function __construct(private PortfolioBooks $books)
    {
    }

    /** @return array<int, list<'held'|'decided'|'candidate'|'listed'|'interest'|'condition'>> why, by company */
    public function of(User $user, int $day): array
    {
        $cared = [];
        $add = static function (string $why, iterable $companies) use (&$cared): void {
            foreach ($companies as $company) {
                $cared[(int) $company][] = $why;
            }
        };
        $add('held', $this->held($user, $day));
        $own = static fn (string $table) => DB::table($table)->where('user_id', $user->id);
        $add(
            'decided',
            $own('decisions')
                ->whereNull('deleted_at')
                ->where('verdict', '!=', 'pass')
                ->where('decided_on', '<=', $day)
                ->whereNull('replaced_on')
                ->distinct()
                ->pluck('company_id'),
        );
        $add('candidate', $own('candidates')->pluck('company_id'));
        $add(
            'listed',
            DB::table('company_list_items')
                ->join('company_lists', 'company_lists.id', '=', 'company_list_id')
                ->where('user_id', $user->id)
                ->where(static fn ($of) => $of->whereNull('mark')->orWhere('mark', '!=', 'drop'))
                ->distinct()
                ->pluck('company_id'),
        );
        $add('interest', $own('prices_of_interest')->where('kept_on', '<=', $day)->pluck('company_id'));
        $add(
            'condition',
            $own('conditions')->whereNull('deleted_at')->where('active', true)->whereNotNull('company_id')->distinct()->pluck('company_id'),
        );

        return $cared;
    }

    /** @return list<int> companies of which something is held in one of the portfolios */
    public function held(User $user, int $day): array
    {
        $securities = [];
        foreach (Portfolio::query()->of($user)->get() as $portfolio) {
            foreach ($this->books->held($portfolio, $day) as $key) {
                $securities[Held::securityOf($key)] = true;
            }
        }

        return DB::table('securities')
            ->whereIntegerInRaw('id', array_filter(array_keys($securities)))
            ->whereNotNull('company_id')
            ->distinct()
            ->pluck('company_id')
            ->map(intval(...))
            ->all();
    }
}
