<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

/**
 * A company has securities, a security has listings, and a listing its ticker from a day to a day. What a company was called
 * before, its former sectors and reporting currencies, and identifiers have tables of their own. Spans are half open: the
 * first day belongs to them, the last does not.
 */
return new class extends Migration
{
    /** Foreign keys cannot be switched off within a transaction, and a table of securities that is dropped would take its prices along. */
    public $withinTransaction = false;

    public function up(): void
    {
        Schema::withoutForeignKeyConstraints(static function (): void {
            DB::transaction(static function (): void {
                self::createTables();
                if (DB::getDriverName() === 'sqlite') {
                    self::createSecurities();
                    self::moveRows();
                } else {
                    self::alter();
                }
                // Columns are computed from facts and name companies by ticker.
                DB::table('metric_columns')->delete();
                DB::table('column_sets')->delete();
            });
        });
    }

    private static function createTables(): void
    {
        Schema::create('listings', static function (Blueprint $table): void {
            $table->id();
            $table->foreignId('security_id')->constrained()->cascadeOnDelete();
            $table->foreignId('exchange_id')->constrained();
            $table->string('ticker', 12);
            $table->string('currency', 3);
            $table->unsignedInteger('from_day')->default(0);
            $table->unsignedInteger('to_day')->nullable();
            $table->string('ended_because')->nullable();
            // The listings whose prices stand for the security; they follow one another without overlapping.
            $table->boolean('main')->default(true);
            $table->unsignedBigInteger('import_id')->nullable()->index();
            $table->index('security_id');
            $table->unique(['ticker', 'exchange_id', 'from_day']);
        });
        Schema::create('identifiers', static function (Blueprint $table): void {
            $table->id();
            $table->foreignId('security_id')->constrained()->cascadeOnDelete();
            $table->string('scheme', 16);
            $table->string('value', 60);
            $table->unsignedBigInteger('import_id')->nullable()->index();
            $table->unique(['scheme', 'value']);
            $table->index('security_id');
        });
        Schema::create('former_attributes', static function (Blueprint $table): void {
            $table->id();
            $table->foreignId('company_id')->constrained()->cascadeOnDelete();
            $table->string('attribute', 20);
            $table->string('value');
            $table->unsignedInteger('until_day');
            $table->unsignedBigInteger('import_id')->nullable()->index();
            $table->unique(['company_id', 'attribute', 'until_day']);
        });
        // A bar is found by its key alone, so the rows lie in its order.
        DB::statement(
            'create table dated_bars (
            listing_id integer not null references listings (id) on delete cascade, day integer not null, high double precision not null,
            low double precision not null, close double precision not null,
            volume double precision not null, import_id integer, open double precision, primary key (listing_id, day)
        )'.(DB::getDriverName() === 'sqlite' ? ' without rowid' : ''),
        );
    }

    /** Securities in a table of their new shape, into which the old rows go; the other tables refer to it by its name. */
    private static function createSecurities(): void
    {
        Schema::create('identified_securities', static function (Blueprint $table): void {
            $table->id();
            $table->foreignId('company_id')->nullable()->constrained()->cascadeOnDelete();
            $table->string('kind', 8)->index();
            $table->string('name');
            // The class whose price stands for the company.
            $table->boolean('main')->default(true);
            // Shares of the main class that one share has the rights of.
            $table->double('entitlement')->default(1.0);
            $table->unsignedBigInteger('import_id')->nullable()->index();
        });
    }

    private static function moveRows(): void
    {
        DB::statement(
            'insert into listings (id, security_id, exchange_id, ticker, currency, to_day, ended_because) select id, id, exchange_id, '
                .'ticker, currency, delisted_on, delisting_reason from securities',
        );
        // Companies made by an import were given numbers nobody had issued.
        DB::statement(
            "insert into identifiers (security_id, scheme, value) select s.id, 'isin', s.isin from securities s left join companies c on "
                .'c.id = s.company_id where c.import_id is null',
        );
        DB::statement('insert into identified_securities (id, company_id, kind, name) select id, company_id, kind, name from securities');
        DB::statement(
            'insert into dated_bars (listing_id, day, high, low, close, volume, import_id, open) select security_id, day, high, low, '
                .'close, volume, import_id, open from bars order by security_id, day',
        );
        DB::statement(
            "update replaced_rows set row = json_remove(json_set(row, '$.listing_id', json_extract(row, '$.security_id')), "
                ."'$.security_id') where table_name = 'bars'",
        );
        Schema::drop('bars');
        Schema::rename('dated_bars', 'bars');
        Schema::drop('securities');
        Schema::rename('identified_securities', 'securities');
        Schema::table('securities', static fn (Blueprint $table) => $table->index('company_id'));
    }

    /** Where tables can be altered; no such database is older than this migration, so there are no rows to be moved. */
    private static function alter(): void
    {
        Schema::drop('bars');
        Schema::rename('dated_bars', 'bars');
        Schema::table('securities', static function (Blueprint $table): void {
            $table->dropConstrainedForeignId('exchange_id');
            $table->dropColumn(['ticker', 'isin', 'currency', 'delisted_on', 'delisting_reason']);
            $table->boolean('main')->default(true);
            $table->double('entitlement')->default(1.0);
            $table->unsignedBigInteger('import_id')->nullable()->index();
            $table->index('company_id');
        });
    }

    public function down(): void
    {
        throw new \LogicException(
            'Securities with several listings cannot be put back into one row. Restore the back-up made before the upgrade.',
        );
    }
};
