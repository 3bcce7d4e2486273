<?php

declare(strict_types=1);

namespace App\Feature\Portfolio;

use App\Models\Portfolio;
use App\Models\PortfolioFile;
use App\Models\User;
use App\Storage\Holding\HeldSecurities;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\UploadedFile;
use Logion\Figure\Words;
use Logion\Intake\Refusal;

/** Files of transactions, from handing in to undoing. */
final class PortfolioFileController
{
    public function __construct(private readonly PortfolioFiles $files)
    {
    }

    public function index(Portfolio $portfolio): JsonResponse
    {
        return new JsonResponse(
            PortfolioFile::query()
                ->where('portfolio_id', $portfolio->id)
                ->withCount('entries')
                ->orderByDesc('id')
                ->limit(50)
                ->get()
                ->map(self::summary(...))
                ->all(),
        );
    }

    public function show(Request $request, PortfolioFile $file): JsonResponse
    {
        return $this->told($request->user(), $file);
    }

    public function store(Request $request, Portfolio $portfolio): JsonResponse
    {
        $upload = $request->file('file');
        if (! ($upload instanceof UploadedFile) || ! $upload->isValid()) {
            $why = $upload instanceof UploadedFile ? ': '.$upload->getErrorMessage() : '';
            throw Refusal::because(Words::say('no_file_came_through_the_largest', why: $why, size: ini_get('upload_max_filesize')));
        }

        return $this->told($request->user(), $this->files->read($request->user(), $portfolio, $upload), 201);
    }

    /** Says what a name in the file means, now and in files to come. */
    public function name(NameRequest $request, HeldSecurities $securities, PortfolioFile $file): JsonResponse
    {
        $this->files->know(
            $request->user(),
            $request->validated('called'),
            $securities->find($request->user(), $request->validated('security')),
        );

        return $this->told($request->user(), $file);
    }

    public function take(TakeRequest $request, PortfolioFile $file): JsonResponse
    {
        $count = $this->files->take($request->user(), $file, $request->rowsOf('without'), $request->rowsOf('again'));

        return new JsonResponse(['entered' => $count]);
    }

    public function undo(PortfolioFile $file): JsonResponse
    {
        $this->files->undo($file);

        return new JsonResponse(null, 204);
    }

    private function told(User $user, PortfolioFile $file, int $status = 200): JsonResponse
    {
        $file->loadMissing('portfolio')->loadCount('entries');

        return new JsonResponse([...self::summary($file), ...$this->files->preview($user, $file)], $status);
    }

    /** @return array<string, mixed> */
    private static function summary(PortfolioFile $file): array
    {
        return [
            ...$file->only(['id', 'name', 'format']),
            'taken_on' => $file->taken_at?->format('Y-m-d'),
            'entered' => (int) $file->getAttribute('entries_count'),
        ];
    }
}
