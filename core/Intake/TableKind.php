<?php

declare(strict_types=1);

namespace Logion\Intake;

use Logion\Figure\Words;

/** What a table of rows holds, with its columns and the ways they are usually headed. */
enum TableKind: string
{
    case Prices = 'prices';
    case Dividends = 'dividends';
    case Splits = 'splits';
    case Estimates = 'estimates';
    case Holders = 'holders';
    case InsiderTrades = 'insider_trades';
    case Figures = 'figures';
    case Drivers = 'drivers';
    case Buildings = 'buildings';
    case Leases = 'leases';
    case BrokerNotes = 'broker_notes';
    case Listings = 'listings';
    case FormerValues = 'former_values';
    case CompanyList = 'list';
    case Transactions = 'transactions';
    case Positions = 'positions';
    case Exchanges = 'exchanges';
    case Indices = 'indices';
    case Members = 'members';
    case Rates = 'rates';
    case Holidays = 'holidays';
    case PastTransactions = 'past_transactions';
    case Companies = 'companies';

    /** A list of names is no description of companies: so many columns of one have to be there. */
    private const LEAST_OF_COMPANIES = 4;

    public function label(): string
    {
        return Words::label(
            "table.{$this->value}",
            match ($this) {
                self::Prices => 'Prices',
                self::Dividends => 'Dividends',
                self::Splits => 'Splits',
                self::Estimates => 'Estimates',
                self::Holders => 'Holders',
                self::InsiderTrades => 'Insider trades',
                self::Figures => 'Statement figures, one a row',
                self::Drivers => 'Segments and operating drivers',
                self::Buildings => 'Buildings of a property company',
                self::Leases => 'Leases of a property company',
                self::BrokerNotes => 'Broker notes: advice and price targets',
                self::Listings => 'Listings, classes of shares and identifiers',
                self::FormerValues => 'Former names, sectors and currencies',
                self::CompanyList => 'A list of companies',
                self::Transactions => 'Transactions of a portfolio',
                self::Positions => 'Positions of a portfolio',
                self::Exchanges => 'Exchanges',
                self::Indices => 'Indices',
                self::Members => 'Members of indices',
                self::Rates => 'Interest rates, exchange rates and other series',
                self::Holidays => 'Days on which an exchange is closed',
                self::PastTransactions => 'Past transactions: companies that changed hands',
                self::Companies => 'Companies and what is known of them',
            },
        );
    }

    /** Whether what it holds is somebody's own, not data about companies. */
    public function isPersonal(): bool
    {
        return in_array($this, [self::CompanyList, self::Transactions, self::Positions], true);
    }

    /** Whether it describes the world that companies' figures stand in, which is changed rather than filed. */
    public function isReference(): bool
    {
        return in_array(
            $this,
            [self::Exchanges, self::Indices, self::Members, self::Rates, self::Holidays, self::PastTransactions, self::Companies],
            true,
        );
    }

    /** Whether each of its rows is about a company that is known. */
    public function isOfCompanies(): bool
    {
        return $this === self::Members || ! $this->isReference();
    }

    /** So many columns must be recognised for a table to be taken as one of this kind. */
    public function leastColumns(): int
    {
        return $this === self::Companies ? self::LEAST_OF_COMPANIES : 1;
    }

    /** How sure a column that must be there has to be: one column makes a list, so its heading has to say so. */
    public function leastConfidence(): float
    {
        return $this === self::CompanyList ? 0.8 : 0.0;
    }

    /** Whether amounts of it may be written in thousands or millions. */
    public function isOfAmounts(): bool
    {
        return in_array(
            $this,
            [self::Figures, self::Drivers, self::Estimates, self::Buildings, self::Leases, self::PastTransactions],
            true,
        );
    }

    /**
     * Columns by key: label, type, whether it must be there, usual headings.
     *
     * @return array<string, array{string, 'day'|'number'|'text'|'company'|'period', bool, list<string>}>
     */
    public function columns(): array
    {
        $columns = $this->declared();
        foreach ($columns as $key => [$label]) {
            $columns[$key][0] = Words::label("table.{$this->value}.{$key}", $label);
        }

        return $columns;
    }

    /** @return array<string, array{string, 'day'|'number'|'text'|'company'|'period', bool, list<string>}> labels in English */
    private function declared(): array
    {
        static $columns = null;
        $columns ??= require __DIR__.'/table-columns.php';

        return $columns[$this->value];
    }
}
