<?php

declare(strict_types=1);

namespace App\Research;

use App\Facts\ColumnStore;
use App\Facts\CompanyReader;
use App\Facts\EconomyReader;
use App\Facts\Viewpoint;
use Illuminate\Support\Facades\DB;
use Logion\Market\Day;
use Logion\Market\InvalidDay;
use Logion\Metrics\Catalogue;
use Logion\Metrics\CompanyScope;
use Logion\Metrics\Economy;
use Logion\Screening\UniversePeers;
use Symfony\Component\HttpKernel\Exception\NotFoundHttpException;

/** Opens a company on an as-of day. */
final class CompanyScopes
{
    public function __construct(private readonly CompanyReader $companies, private readonly EconomyReader $economy, private readonly ColumnStore $columns, private readonly Catalogues $catalogues)
    {
    }

    /**
     * @param  bool|null  $adjusted  whether one-offs are taken out; by default as the request wants its figures
     * @param  bool  $accountsOnly  where nothing but statements is asked for: without prices, peers and metrics
     *
     * @throws NotFoundHttpException if no company has the ticker; names the nearest ones
     */
    public function open(string $ticker, mixed $asOf = null, ?bool $adjusted = null, bool $accountsOnly = false): CompanyScope
    {
        $day = $this->day($asOf);
        $as = Viewpoint::current();
        $as = $as === null || $adjusted === null ? $as : new Viewpoint($as->userId, $as->author, $adjusted);
        $company = $this->companies->read($this->companyId($ticker), $as, $accountsOnly);
        $company ??= throw new \LogicException('The company was just found.');
        if ($accountsOnly) {
            return new CompanyScope($company, $day, Catalogue::withoutMetrics(), new Economy);
        }
        $catalogue = $this->catalogues->current();

        $universe = $this->columns->universe($day, true, $catalogue, as: $as);

        return new CompanyScope($company, $day, $catalogue, $this->economy->read(), $universe === null ? null : new UniversePeers($universe));
    }

    public function companyId(string $ticker): int
    {
        $id = DB::table('securities')->whereNotNull('company_id')->where('ticker', strtoupper($ticker))->value('company_id');
        if ($id !== null) {
            return (int) $id;
        }
        $near = [];
        foreach (DB::table('securities')->whereNotNull('company_id')->pluck('ticker') as $known) {
            $near[$known] = levenshtein(strtoupper(substr($ticker, 0, 12)), $known);
        }
        asort($near);

        throw new NotFoundHttpException('No company has the ticker "'.mb_substr($ticker, 0, 20).'". Near it: '.implode(', ', array_slice(array_keys($near), 0, 3)).'.');
    }

    /** The day asked for as YYYY-MM-DD, or the latest one with data. A later day is brought back to the latest. */
    public function day(mixed $asOf): int
    {
        if ($asOf !== null && ! is_string($asOf)) {
            throw InvalidDay::of(get_debug_type($asOf));
        }
        $latest = $this->columns->latestDay() ?? throw new NotFoundHttpException('There is no data yet. Seed the demo or import some.');

        return $asOf === null || $asOf === '' ? $latest : min($latest, Day::parse($asOf));
    }
}
