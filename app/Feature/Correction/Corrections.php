<?php

declare(strict_types=1);

namespace App\Feature\Correction;

use App\Models\Company;
use App\Models\Correction;
use App\Models\Fact;
use App\Models\Filing;
use App\Models\TemplateChoice;
use App\Models\User;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;
use Logion\Figure\Words;
use Logion\Intake\FiscalCalendar;
use Logion\Reporting\LineItem;
use Logion\Reporting\LineItems;
use Logion\Reporting\ReportingModel;
use Logion\Time\Day;
use Logion\Time\FiscalPeriod;
use Symfony\Component\HttpKernel\Exception\UnprocessableEntityHttpException;

/** Makes and withdraws a user's corrections. A new one for a figure takes the place of the one before, which stays as history. */
final class Corrections
{
    /**
     * @param  list<array{line: string, period: int, value: ?float}>  $figures  null strikes a figure out
     * @param  int|null  $publicOn  day from which a figure nobody filed counts; else that of the filing it corrects
     * @return string what was made together, to withdraw it together
     *
     * @throws UnprocessableEntityHttpException naming the figure
     */
    public function make(User $user, int $company, array $figures, string $note, string $source = '', ?int $publicOn = null): string
    {
        $row = Company::query()->findOrFail($company);
        $chosen = TemplateChoice::query()->of($user)->where('company_id', $company)->first();
        $template = $chosen === null ? $row->template : ReportingModel::from($chosen->template);
        $calendar = new FiscalCalendar((int) $row->fiscal_year_end_month, $row->fiscal_years === FiscalCalendar::BEGINS);
        $batch = Str::uuid()->toString();
        DB::transaction(function () use ($user, $company, $figures, $note, $source, $publicOn, $template, $calendar, $batch): void {
            foreach ($figures as $figure) {
                $item = $this->item($figure['line'], $template);
                $period = $figure['period'];
                if (
                    $period < 19000 ||
                    $period > 22007 ||
                    ($period % 10 > 4 && $period % 10 !== FiscalPeriod::FIRST_HALF && $period % 10 !== FiscalPeriod::SECOND_HALF)
                ) {
                    throw new UnprocessableEntityHttpException(Words::say('is_no_fiscal_period_write_the', period: $period));
                }
                $filed = self::filedOn($company, $item->key, $period);
                $day = $filed ?? $publicOn;
                if ($day === null) {
                    throw new UnprocessableEntityHttpException(
                        Words::say('nothing_was_filed_for_yet_say', period: FiscalPeriod::label($period)),
                    );
                }
                if ($day < $calendar->end($period)) {
                    throw new UnprocessableEntityHttpException(
                        Words::say(
                            'ends_on_and_cannot_have_been_public',
                            period: FiscalPeriod::label($period),
                            day: Day::iso($calendar->end($period)),
                            day2: Day::iso($day),
                        ),
                    );
                }
                Correction::query()
                    ->of($user)
                    ->where('company_id', $company)
                    ->where('line', $item->key)
                    ->where('period', $period)
                    ->whereNull('withdrawn_at')
                    ->update(['withdrawn_at' => now()]);
                Correction::query()->create([
                    'user_id' => $user->id,
                    'company_id' => $company,
                    'line' => $item->key,
                    'period' => $period,
                    'value' => $figure['value'],
                    'public_on' => $day,
                    'note' => $note,
                    'source' => $source,
                    'batch' => $batch,
                ]);
            }
        });

        return $batch;
    }

    /** The day a figure was first filed on, else the first report of its period; null if there is none. */
    private static function filedOn(int $company, string $line, int $period): ?int
    {
        $reports = Filing::query()->where('company_id', $company);
        $day =
            $reports
                ->clone()
                ->whereIn(
                    'id',
                    Fact::query()
                        ->where(['company_id' => $company, 'line' => $line, 'period' => $period])
                        ->select('filing_id'),
                )
                ->min('filed_on') ?? $reports->where('period', $period)->min('filed_on');

        return $day === null ? null : (int) $day;
    }

    /** Takes corrections back: figures are again as filed, or as corrected before. */
    public function withdraw(User $user, string $batch): int
    {
        return Correction::query()
            ->of($user)
            ->where('batch', $batch)
            ->whereNull('withdrawn_at')
            ->update(['withdrawn_at' => now()]);
    }

    /** Puts withdrawn corrections in force again, in the place of later ones. */
    public function restore(User $user, string $batch): int
    {
        return DB::transaction(function () use ($user, $batch): int {
            $made = Correction::query()->of($user)->where('batch', $batch)->whereNotNull('withdrawn_at')->get();
            foreach ($made as $correction) {
                Correction::query()
                    ->of($user)
                    ->where('company_id', $correction->company_id)
                    ->where('line', $correction->line)
                    ->where('period', $correction->period)
                    ->whereNull('withdrawn_at')
                    ->update(['withdrawn_at' => now()]);
                $correction->update(['withdrawn_at' => null]);
            }

            return $made->count();
        }, attempts: 3); // A transaction that has read cannot write once another has written: it begins again.
    }

    /** @throws UnprocessableEntityHttpException if the line does not exist or does not fit the business */
    public function item(string $line, ReportingModel $template): LineItem
    {
        $item =
            LineItems::find($line) ??
            throw new UnprocessableEntityHttpException(Words::say('there_is_no_statement_line', line: mb_substr($line, 0, 60)));

        return $item->fits($template)
            ? $item
            : throw new UnprocessableEntityHttpException(Words::say('is_no_line_of_a', label: $item->label, label2: $template->label()));
    }
}
