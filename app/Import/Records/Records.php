<?php

declare(strict_types=1);

namespace App\Import\Records;

use App\Import\ImportPass;
use Logion\Import\TableKind;

/** Takes the rows of one kind of table, read into their fields, and compares them with what is stored or stores them. */
abstract class Records
{
    public function __construct(protected readonly ImportPass $pass)
    {
    }

    public static function of(TableKind $kind, ImportPass $pass): self
    {
        return match ($kind) {
            TableKind::Prices => new Prices($pass),
            TableKind::Dividends => new Dividends($pass),
            TableKind::Splits => new Splits($pass),
            TableKind::Estimates => new Estimates($pass),
            TableKind::Holders => new Holders($pass),
            TableKind::InsiderTrades => new InsiderTrades($pass),
            TableKind::Transactions => new Transactions($pass),
            TableKind::Positions => new Positions($pass),
            TableKind::CompanyList => new CompanyListMembers($pass),
            TableKind::Figures => new Figures($pass),
            TableKind::Drivers => new Drivers($pass),
            TableKind::Listings => new Listings($pass),
            TableKind::FormerValues => new FormerValues($pass),
        };
    }

    /**
     * @param  array<string, mixed>  $record  by field: day as YYYYMMDD, number as float (of prices as float or numeric text), company as its identity; fields the file lacks are not set
     *
     * @throws \Logion\Import\Refusal if the row cannot be taken
     */
    abstract public function add(array $record, int $row): void;

    /** All rows are read. */
    public function finish(): void
    {
    }
}
