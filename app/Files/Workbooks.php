<?php

declare(strict_types=1);

namespace App\Files;

use PhpOffice\PhpSpreadsheet\Spreadsheet;
use PhpOffice\PhpSpreadsheet\Writer\Ods;
use PhpOffice\PhpSpreadsheet\Writer\Xlsx;

/** Writes workbooks whose formulas live. */
final class Workbooks
{
    /**
     * @param  'xlsx'|'ods'  $format
     * @param  resource|string  $target
     */
    public static function save(Spreadsheet $book, string $format, $target): void
    {
        // Results are written beside the formulas: some programs show them without computing anew.
        ($format === 'xlsx' ? new Xlsx($book) : new Ods($book))->save($target);
        $book->disconnectWorksheets();
    }
}
