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
use Symfony\Component\HttpFoundation\Response;

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

    /** As it was handed in. Nothing in it can run, whatever it holds. */
    public function show(Paper $paper): Response
    {
        $type = (string) $paper->media_type;

        return Storage::disk(Paper::DISK)->response((string) $paper->kept_as, (string) $paper->name, [
            'Content-Type' => $type === 'text/plain' ? 'text/plain; charset=utf-8' : $type,
            'Content-Security-Policy' => "default-src 'none'; style-src 'unsafe-inline'; img-src 'self'; sandbox",
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
