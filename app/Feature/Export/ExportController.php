<?php

declare(strict_types=1);

namespace App\Feature\Export;

use App\Evaluation\CompanyScopes;
use App\Files\Workbooks;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpFoundation\StreamedResponse;

/** What is known of a company, as files in open formats. */
final class ExportController
{
    public function company(CompanyExportRequest $request, CompanyScopes $scopes, string $ticker): Response
    {
        $what = $request->what();
        $format = $request->wantedFormat();
        $scope = $scopes->open($ticker, $request->context());
        $identity = $scopes->identity($scope);
        $facts = new FiledFigures($identity, $scope->asOf);
        $dossier = new Dossier($scope, $identity, $facts, $request->user());
        $csv = new CsvFiles($scope, $identity, $facts);
        $write = match (true) {
            $format === 'xbrl-csv' => static function () use ($facts, $identity): void {
                $path = (string) tempnam(sys_get_temp_dir(), 'xbrl');
                try {
                    (new XbrlCsv($facts, $identity))->write($path);
                    readfile($path);
                } finally {
                    @unlink($path);
                }
            },
            $what === 'prices' && $format === 'csv' => static fn () => $csv->prices(self::output()),
            in_array($what, ['ratios', 'prices', 'notes'], true) => static fn () => $dossier->table($what)->write($format, self::output()),
            $format === 'csv' => static fn () => $csv->facts(self::output()),
            $format === 'json' => static fn () => print json_encode(
                $what === 'dossier' ? $dossier->data() : array_intersect_key($dossier->data(), ['company' => 1, 'facts' => 1]),
                JSON_PRETTY_PRINT | JSON_UNESCAPED_UNICODE | JSON_PRESERVE_ZERO_FRACTION | JSON_THROW_ON_ERROR,
            ),
            default => static fn () => Workbooks::save(
                $what === 'dossier' ? $dossier->book() : StatementWorkbook::of($scope, $identity),
                $format,
                'php://output',
            ),
        };
        $extension = $format === 'xbrl-csv' ? 'zip' : $format;

        return new StreamedResponse($write, 200, [
            'Content-Type' => $request->contentType(),
            'Content-Disposition' => 'attachment; '.'filename="'.str_replace(':', ' ', $scope->company->ticker)." {$what}.{$extension}\"",
        ]);
    }

    /** @return resource */
    private static function output()
    {
        return fopen('php://output', 'w') ?: throw new \RuntimeException('No output.');
    }
}
