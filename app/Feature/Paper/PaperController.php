<?php

declare(strict_types=1);

namespace App\Feature\Paper;

use App\Evaluation\CompanyScopes;
use App\Files\PaperFile;
use App\Http\DatedRequest;
use App\Models\Paper;
use Illuminate\Http\JsonResponse;
use Illuminate\Support\Facades\Storage;
use Illuminate\Support\Str;
use Logion\Figure\Words;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Exception\NotFoundHttpException;

/** Files somebody keeps with a company. */
final class PaperController
{
    private const LONGEST_NAME = 160;

    public function index(DatedRequest $request, CompanyScopes $scopes, string $ticker): JsonResponse
    {
        $papers = Paper::query()
            ->of($request->user())
            ->where('company_id', $scopes->companyId($ticker))
            ->where('on_day', '<=', $request->context()->day)
            ->orderByDesc('on_day')
            ->orderByDesc('id')
            ->get();

        return new JsonResponse(PaperResource::collection($papers));
    }

    public function store(PaperRequest $request, CompanyScopes $scopes, string $ticker): JsonResponse
    {
        $company = $scopes->companyId($ticker);
        $file = $request->paper();
        $name = mb_substr($file->getClientOriginalName(), -self::LONGEST_NAME);
        $read = PaperFile::read($file->getPathname(), $name);
        $kept = Str::uuid()->toString();
        Storage::disk(Paper::DISK)->putFileAs('', $file, $kept);
        $paper = Paper::query()->create([
            'user_id' => $request->user()->id,
            'company_id' => $company,
            'name' => $name,
            'media_type' => $read->mediaType,
            'size' => $read->size,
            'kept_as' => $kept,
            'text' => $read->text,
            'on_day' => $request->day(),
        ]);

        return new JsonResponse(new PaperResource($paper), 201);
    }

    /** As it was handed in; nothing in it can run, for it is never taken for another kind than it was found to be. */
    public function show(Paper $paper): Response
    {
        $type = (string) $paper->media_type;
        if (! Storage::disk(Paper::DISK)->exists((string) $paper->kept_as)) {
            throw new NotFoundHttpException(Words::say('the_file_of_the_paper_is_gone', name: (string) $paper->name));
        }

        return Storage::disk(Paper::DISK)->response((string) $paper->kept_as, (string) $paper->name, [
            'Content-Type' => $type === 'text/plain' ? 'text/plain; charset=utf-8' : $type,
            'X-Content-Type-Options' => 'nosniff',
        ]);
    }

    public function destroy(Paper $paper): JsonResponse
    {
        $paper->delete();

        return new JsonResponse(null, 204);
    }

    public function restore(Paper $paper): JsonResponse
    {
        $paper->restore();

        return new JsonResponse(new PaperResource($paper));
    }
}
