<?php

declare(strict_types=1);

namespace App\Feature\Export;

use App\Files\Digits;
use App\Models\Bar;
use App\Storage\Identity\CompanyIdentity;
use Logion\Figure\Unit;
use Logion\Identity\DatedListing;
use Logion\Metric\CompanyScope;
use Logion\Reporting\LineItems;
use Logion\Time\Day;
use Logion\Time\FiscalPeriod;

/** Figures and prices of a company as comma-separated values (RFC 4180), written as they are read. */
final readonly class CsvFiles
{
    public function __construct(private CompanyScope $scope, private CompanyIdentity $identity, private FiledFigures $facts)
    {
    }

    /**
     * Every figure of every filing, one a row, in whole amounts; importing it again gives the same facts.
     *
     * @param  resource  $stream
     */
    public function facts($stream): void
    {
        fputcsv($stream, ['Company', 'Line', 'Label', 'Period', 'Value', 'Filed on', 'Unit'], ',', '"', '', "\r\n");
        foreach ($this->facts->all() as [$line, $period, $value, $filedOn]) {
            $money = in_array(LineItems::all()[$line]->unit, [Unit::Money, Unit::MoneyPerShare], true);
            fputcsv(
                $stream,
                [
                    $this->identity->reference,
                    $line,
                    LineItems::all()[$line]->label,
                    FiscalPeriod::label($period),
                    Digits::of($value),
                    Day::iso($filedOn),
                    $money ? $this->facts->currencyOn($filedOn) : '',
                ],
                ',',
                '"',
                '',
                "\r\n",
            );
        }
    }

    /** @param  resource  $stream */
    public function prices($stream): void
    {
        fputcsv($stream, ['Company', 'Date', 'Open', 'High', 'Low', 'Close', 'Volume', 'Adjusted close'], ',', '"', '', "\r\n");
        $prices = $this->scope->prices;
        $adjusted = array_combine($prices->days, $prices->adjusted);
        $listings = array_map(static fn (DatedListing $listing): int => $listing->id, $this->identity->main($this->identity->security));
        foreach (Bar::query()->whereIn('listing_id', $listings)->where('day', '<=', $this->scope->asOf)->orderBy('day')->lazy() as $bar) {
            fputcsv(
                $stream,
                [
                    $this->identity->reference,
                    Day::iso((int) $bar->day),
                    $bar->open === null ? '' : Digits::of((float) $bar->open),
                    Digits::of((float) $bar->high),
                    Digits::of((float) $bar->low),
                    Digits::of((float) $bar->close),
                    Digits::of((float) $bar->volume),
                    Digits::of($adjusted[$bar->day] ?? NAN),
                ],
                ',',
                '"',
                '',
                "\r\n",
            );
        }
    }
}
