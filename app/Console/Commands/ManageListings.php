<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Feature\Reference\ShareListings;
use App\Models\Listing;
use App\Storage\ChangeLog;
use App\Storage\CompanyRefresh;
use App\Storage\Identity\Identities;
use Illuminate\Console\Command;
use Logion\Identity\DatedListing;
use Logion\Time\Day;

final class ManageListings extends Command
{
    use ChangesInstallation;

    protected $signature = 'logion:listing
        {company : ticker of the company}
        {exchange? : code of the exchange its shares are listed on; none lists all}
        {ticker? : under which}
        {from? : first day, YYYY-MM-DD}
        {--to= : day from which it is no longer listed so}
        {--currency= : in which it trades; that of the exchange by default}
        {--class= : of shares, made where it is not known; the main one by default}
        {--entitlement= : shares of the main class that one of a new class has the rights of}
        {--second : its prices do not stand for the share}
        {--isin= : of the class}
        {--remove : the listing}
        {--user= : e-mail of the author}
        {--format=table : table, json or csv}';

    protected $description = 'List where a company is listed, or list, change or remove one';

    public function handle(ShareListings $listings, Identities $identities, ChangeLog $log, CompanyRefresh $refresh): int
    {
        return $this->guarded(function () use ($listings, $identities, $log, $refresh): int {
            $company = $identities->company($this->must('company', 'the company'));
            if (is_string($this->argument('exchange'))) {
                $ticker = strtoupper($this->must('ticker', 'the ticker'));
                $code = strtoupper($this->must('exchange', 'the exchange'));
                $this->option('remove')
                    ? $listings->remove($this->author(), $this->known($identities, $company, $code, $ticker))
                    : $log->record(
                        $this->author(),
                        "{$code}:{$ticker}",
                        fn () => $this->put($listings, $company, $code, $ticker),
                    );
                $refresh->companies([$company => 0]);
            }
            $head = ['exchange', 'ticker', 'from', 'to', 'currency', 'main'];
            $rows = array_map(
                static fn (DatedListing $of): array => [
                    $of->exchange,
                    $of->ticker,
                    $of->from === 0 ? '' : Day::iso($of->from),
                    $of->to === null ? '' : Day::iso($of->to),
                    $of->currency,
                    $of->main ? 'yes' : 'no',
                ],
                $identities->ofCompany($company),
            );
            $this->print(array_map(static fn (array $row): array => array_combine($head, $row), $rows), $head, $rows);

            return self::SUCCESS;
        });
    }

    private function put(ShareListings $listings, int $company, string $exchange, string $ticker): void
    {
        $text = fn (string $option): ?string => is_string($this->option($option)) ? $this->option($option) : null;
        [$security] = $listings->put($this->author(), $company, [
            'exchange' => $exchange,
            'ticker' => $ticker,
            'from' => Day::parse($this->must('from', 'its first day')),
            'to' => $text('to') === null ? null : Day::parse($text('to')),
            'currency' => $text('currency'),
            'class' => $text('class'),
            'entitlement' => $text('entitlement') === null ? null : (float) $text('entitlement'),
            'main' => $this->option('second') ? false : null,
        ]);
        $text('isin') === null || $listings->identify($this->author(), $security, 'isin', strtoupper($text('isin')));
    }

    private function known(Identities $identities, int $company, string $exchange, string $ticker): Listing
    {
        foreach ($identities->ofCompany($company) as $of) {
            if ([$of->exchange, $of->ticker] === [$exchange, $ticker]) {
                return Listing::query()->findOrFail($of->id);
            }
        }

        throw new \InvalidArgumentException("It is not listed as {$exchange}:{$ticker}.");
    }
}
