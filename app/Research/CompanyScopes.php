<?php

declare(strict_types=1);

namespace App\Research;

use App\Facts\ColumnStore;
use App\Facts\CompanyReader;
use App\Facts\EconomyReader;
use Illuminate\Support\Facades\DB;
use Logion\Metrics\Catalogue;
use Logion\Metrics\Company;
use Logion\Metrics\CompanyScope;
use Logion\Metrics\Economy;
use Logion\Screening\UniversePeers;
use Symfony\Component\HttpKernel\Exception\NotFoundHttpException;

/** Opens a company on an as-of day. */
final class CompanyScopes
{
    public function __construct(private readonly CompanyReader $companies, private readonly EconomyReader $economy, private readonly ColumnStore $columns)
    {
    }

    /**
     * Among the companies of its universe, if the columns of the day are there; nothing is computed for others than itself.
     *
     * @throws NotFoundHttpException if no company has the ticker; names the nearest ones
     */
    public function open(string $ticker, EvaluationContext $context): CompanyScope
    {
        $company = $this->read($ticker, $context, false);
        $universe = $this->columns->universe($context->day, false, $context->catalogue, as: $context->as);

        return new CompanyScope($company, $context->day, $context->catalogue, $this->economy->read(), $universe === null ? null : new ComputedPeers(new UniversePeers($universe)));
    }

    /** Where nothing but statements is asked for: without prices, peers and metrics. */
    public function accounts(string $ticker, EvaluationContext $context): CompanyScope
    {
        return new CompanyScope($this->read($ticker, $context, true), $context->day, Catalogue::withoutMetrics(), new Economy);
    }

    private function read(string $ticker, EvaluationContext $context, bool $accountsOnly): Company
    {
        return $this->companies->read($this->companyId($ticker), $context->as, $accountsOnly) ?? throw new \LogicException('The company was just found.');
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
}
