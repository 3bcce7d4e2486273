<?php

declare(strict_types=1);

namespace App\Feature\Report;

use App\Models\Portfolio;
use Dompdf\Dompdf;
use Dompdf\Options;
use Illuminate\Http\Response;
use Illuminate\Support\Str;

/** Reports to be kept or handed on, as a page or as PDF. */
final class ReportController
{
    public function company(ReportRequest $request, CompanyReport $report, string $ticker): Response
    {
        $told = $report->of($ticker, $request->context(), $request->parts(CompanyReport::PARTS));

        return self::written('reports.company', $told, "{$told['ticker']}-{$told['day']}", $request->isPdf());
    }

    public function portfolio(ReportRequest $request, HoldingReport $report, Portfolio $portfolio): Response
    {
        $told = $report->of($portfolio, $request->context(), $request->parts(HoldingReport::PARTS));

        return self::written('reports.portfolio', $told, Str::slug($portfolio->name)."-{$told['day']}", $request->isPdf());
    }

    /** @param  array<string, mixed>  $told */
    private static function written(string $view, array $told, string $name, bool $isPdf): Response
    {
        $page = view($view, $told)->render();
        if ($isPdf) {
            // Nothing is fetched: no address, and no file but the fonts that ship with it.
            $pdf = new Dompdf(
                (new Options())->setIsRemoteEnabled(false)->setIsPhpEnabled(false)->setDefaultFont('DejaVu Sans')->setFontCache(
                    storage_path('framework/cache'),
                ),
            );
            $pdf->setPaper('a4');
            $pdf->loadHtml($page, 'UTF-8');
            $pdf->render();
            $page = (string) $pdf->output();
        }

        return new Response($page, 200, [
            'Content-Type' => $isPdf ? 'application/pdf' : 'text/html; charset=UTF-8',
            'Content-Disposition' => 'attachment; filename="'.$name.($isPdf ? '.pdf' : '.html').'"',
        ]);
    }
}
