<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Feature\Company\FirstReading;
use App\Storage\ChangeLog;
use App\Storage\EconomySeries;
use Illuminate\Console\Command;
use Logion\Figure\Words;
use Logion\Formula\Functions;
use Logion\Formula\Parameter;
use Logion\Intake\TableKind;
use Logion\Metric\Catalogue;
use Logion\Reference\IndustryTree;
use Logion\Reporting\LineItems;
use Logion\Reporting\ReportingModel;
use Logion\Screening\ReadyScreens;
use Logion\Valuation\Method\CashFlow\DiscountedCashFlow;

/** Prints what a second language has still to say, ready to be translated in place. */
final class WriteWords extends Command
{
    protected $signature = 'logion:words {language : of the file to write, an ISO 639-1 code such as de}';

    protected $description = 'Print what a language does not say yet, in English, as a file for core/Figure/words';

    public function handle(): int
    {
        $language = (string) $this->argument('language');
        if (preg_match('/^[a-z]{2}$/D', $language) !== 1) {
            $this->output->getErrorStyle()->writeln("\"{$language}\" is no code of a language. Write two letters, such as de.");

            return self::INVALID;
        }
        self::nameEverything();
        $this->output->writeln('<?php', $this->output::OUTPUT_RAW);
        $this->output->writeln("\nreturn ".var_export(Words::missing($language), true).';', $this->output::OUTPUT_RAW);

        return self::SUCCESS;
    }

    /** Asks everything that has a name for it, so that all of them are known. */
    private static function nameEverything(): void
    {
        LineItems::all();
        ReadyScreens::all();
        Catalogue::groups();
        array_map(Catalogue::builtIn()->label(...), Catalogue::marketNames());
        foreach (Functions::all() as $function) {
            $function->meaning();
            $function->window();
        }
        array_map(static fn (Parameter $parameter): string => $parameter->label(), Parameter::cases());
        array_map(static fn (TableKind $kind): array => [$kind->label(), $kind->columns()], TableKind::cases());
        array_map(static fn (ReportingModel $model): string => $model->label(), ReportingModel::cases());
        array_map(IndustryTree::label(...), IndustryTree::codes());
        array_map(DiscountedCashFlow::label(...), array_keys(DiscountedCashFlow::DRIVERS));
        array_map(EconomySeries::label(...), array_keys(EconomySeries::KNOWN));
        array_map(EconomySeries::use(...), array_keys(EconomySeries::KNOWN));
        FirstReading::titles();
        array_map(ChangeLog::builtOn(...), ChangeLog::tables());
    }
}
