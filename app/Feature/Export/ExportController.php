<?php

declare(strict_types=1);

namespace App\Feature\Export;

use App\Evaluation\CompanyScopes;
use App\Files\TableFile;
use App\Http\RequestContexts;
use Illuminate\Http\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpFoundation\StreamedResponse;
use Symfony\Component\HttpKernel\Exception\UnprocessableEntityHttpException;

/** What is known of a company, and everything of a user, as files in open formats. */
final class ExportController
{
    private const TYPES = [...TableFile::FORMATS, 'xbrl-csv' => 'application/zip'];

    private const FORMATS = [
        'statements' => ['xlsx', 'ods', 'csv', 'json', 'xbrl-csv'],
        'ratios' => ['xlsx', 'ods', 'csv', 'json'],
        'prices' => ['csv', 'xlsx', 'ods', 'json'],
        'notes' => ['xlsx', 'ods', 'csv', 'json'],
        'dossier' => ['xlsx', 'ods', 'json'],
    ];

    public function company(Request $request, RequestContexts $contexts, CompanyScopes $scopes, string $ticker): Response
    {
        $data = $request->validate([
            'what' => ['required', 'in:'.implode(',', array_keys(self::FORMATS))],
            'format' => ['required', 'in:'.implode(',', array_keys(self::TYPES))],
            'as_of' => ['nullable', 'string'],
        ]);
        if (! in_array($data['format'], self::FORMATS[$data['what']], true)) {
            throw new UnprocessableEntityHttpException(
                ucfirst($data['what']).' can be had as '.implode(', ', self::FORMATS[$data['what']]).'.',
            );
        }
        $scope = $scopes->open($ticker, $contexts->of($request, $data['as_of'] ?? null));
        $files = new CompanyFiles($scope, $scopes->identity($scope));
        $user = $request->user();
        $write = match (true) {
            $data['format'] === 'xbrl-csv' => static function () use ($files): void {
                $path = (string) tempnam(sys_get_temp_dir(), 'xbrl');
                try {
                    $files->xbrlCsv($path);
                    readfile($path);
                } finally {
                    @unlink($path);
                }
            },
            $data['what'] === 'prices' && $data['format'] === 'csv' => static fn () => $files->pricesCsv(self::output()),
            in_array($data['what'], ['ratios', 'prices', 'notes'], true) => static fn () => $files
                ->table($data['what'], $user)
                ->write($data['format'], self::output()),
            $data['format'] === 'csv' => static fn () => $files->factsCsv(self::output()),
            $data['format'] === 'json' => static fn () => print json_encode(
                $data['what'] === 'dossier'
                    ? $files->data($user)
                    : array_intersect_key($files->data($user), ['company' => 1, 'facts' => 1]),
                JSON_PRETTY_PRINT | JSON_UNESCAPED_UNICODE | JSON_PRESERVE_ZERO_FRACTION | JSON_THROW_ON_ERROR,
            ),
            default => static fn () => CompanyFiles::save(
                $data['what'] === 'dossier' ? $files->dossier($user) : $files->statements(),
                $data['format'],
                'php://output',
            ),
        };
        $extension = $data['format'] === 'xbrl-csv' ? 'zip' : $data['format'];

        return new StreamedResponse($write, 200, [
            'Content-Type' => self::TYPES[$data['format']],
            'Content-Disposition' => 'attachment; '
                .'filename="'.str_replace(':', ' ', $scope->company->ticker)." {$data['what']}.{$extension}\"",
        ]);
    }

    public function archive(Request $request, UserArchive $archive): Response
    {
        $path = (string) tempnam(sys_get_temp_dir(), 'archive');
        $archive->write($request->user(), $path);

        return response()
            ->download($path, 'logion-archive.zip', ['Content-Type' => 'application/zip'])
            ->deleteFileAfterSend();
    }

    /** @return resource */
    private static function output()
    {
        return fopen('php://output', 'w') ?: throw new \RuntimeException('No output.');
    }
}
