<?php

declare(strict_types=1);

namespace App\Feature\Intake\Records;

use App\Feature\Intake\ImportPass;
use Logion\Intake\TableKind;

/** Takes the rows of one kind of table, read into their fields, and compares them with what is stored or stores them. */
abstract class Records
{
    public function __construct(protected readonly ImportPass $pass)
    {
    }

    public static function of(TableKind $kind, ImportPass $pass): self
    {
        return match ($kind) {
            TableKind::Prices => new PriceRecords($pass),
            TableKind::Dividends => new DividendRecords($pass),
            TableKind::Splits => new SplitRecords($pass),
            TableKind::Estimates => new EstimateRecords($pass),
            TableKind::Holders => new HolderRecords($pass),
            TableKind::InsiderTrades => new InsiderTradeRecords($pass),
            TableKind::Transactions => new TransactionRecords($pass),
            TableKind::Positions => new PositionRecords($pass),
            TableKind::CompanyList => new CompanyListRecords($pass),
            TableKind::Figures => new FigureRecords($pass),
            TableKind::Drivers => new DriverRecords($pass),
            TableKind::Buildings => new BuildingRecords($pass),
            TableKind::Leases => new LeaseRecords($pass),
            TableKind::BrokerNotes => new BrokerNoteRecords($pass),
            TableKind::Listings => new ListingRecords($pass),
            TableKind::FormerValues => new FormerValueRecords($pass),
            TableKind::Exchanges => new ExchangeRecords($pass),
            TableKind::Indices => new IndexRecords($pass),
            TableKind::Members => new MemberRecords($pass),
            TableKind::Rates => new RateRecords($pass),
            TableKind::Holidays => new HolidayRecords($pass),
            TableKind::PastTransactions => new PastTransactionRecords($pass),
            TableKind::Companies => new CompanyRecords($pass),
        };
    }

    /**
     * @param  array<string, mixed>  $record  by field: day as YYYYMMDD, number as float (of prices as float or numeric text), company as
     *     its identity; fields the file lacks are not set; under "scaled" the numbers that named a scale of their own and are whole
     *
     * @throws \Logion\Intake\Refusal if the row cannot be taken
     */
    abstract public function add(array $record, int $row): void;

    /** All rows are read. */
    public function finish(): void
    {
    }
}
