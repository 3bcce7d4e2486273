<?php

declare(strict_types=1);

namespace App\Feature\Intake;

use App\Http\OpenApi\NumberParameter;
use App\Http\OpenApi\Page;
use App\Http\OpenApi\PageParameter;
use OpenApi\Attributes as OA;

// What ImportController takes and answers.
#[
    OA\Get(
        path: '/imports',
        operationId: 'imports',
        parameters: [new PageParameter()],
        responses: [
            new OA\Response(
                response: 200,
                description: 'Own imports, latest first, and what the program can read',
                content: new Page('Import', [
                    new OA\Property(
                        property: 'kinds',
                        type: 'array',
                        items: new OA\Items(
                            type: 'object',
                            required: ['key', 'label'],
                            properties: [
                                new OA\Property(property: 'key', type: 'string'),
                                new OA\Property(property: 'label', type: 'string'),
                            ],
                        ),
                    ),
                    new OA\Property(
                        property: 'exchanges',
                        type: 'array',
                        items: new OA\Items(
                            type: 'object',
                            required: ['code', 'name', 'currency'],
                            properties: [
                                new OA\Property(property: 'code', type: 'string'),
                                new OA\Property(property: 'name', type: 'string'),
                                new OA\Property(property: 'currency', type: 'string'),
                            ],
                        ),
                    ),
                ]),
            ),
        ],
    ),
]
#[
    OA\Post(
        path: '/imports',
        operationId: 'handIn',
        requestBody: new OA\RequestBody(
            content: new OA\MediaType(
                mediaType: 'multipart/form-data',
                schema: new OA\Schema(
                    required: ['file'],
                    properties: [new OA\Property(property: 'file', type: 'string', format: 'binary')],
                ),
            ),
        ),
        responses: [
            new OA\Response(
                response: 201,
                description: 'Kept and previewed; nothing is stored yet',
                content: new OA\JsonContent(ref: '#/components/schemas/Import'),
            ),
        ],
    ),
]
#[
    OA\Get(
        path: '/imports/{id}',
        operationId: 'import',
        parameters: [new NumberParameter()],
        responses: [
            new OA\Response(
                response: 200,
                description: 'An import with its preview',
                content: new OA\JsonContent(ref: '#/components/schemas/Import'),
            ),
        ],
    ),
]
#[
    OA\Put(
        path: '/imports/{id}',
        operationId: 'remap',
        parameters: [new NumberParameter()],
        requestBody: new OA\RequestBody(
            content: new OA\JsonContent(type: 'object', additionalProperties: true, description: 'Parts of the mapping to change'),
        ),
        responses: [
            new OA\Response(response: 200, description: 'Previewed anew', content: new OA\JsonContent(ref: '#/components/schemas/Import')),
        ],
    ),
]
#[
    OA\Post(
        path: '/imports/{id}/store',
        operationId: 'storeImport',
        parameters: [new NumberParameter()],
        responses: [
            new OA\Response(
                response: 200,
                description: 'Stored, or being stored in the background',
                content: new OA\JsonContent(ref: '#/components/schemas/Import'),
            ),
        ],
    ),
]
#[
    OA\Delete(
        path: '/imports/{id}',
        operationId: 'undoImport',
        parameters: [new NumberParameter()],
        responses: [
            new OA\Response(
                response: 200,
                description: 'Undone if it was stored, else forgotten',
                content: new OA\JsonContent(required: ['state'], properties: [new OA\Property(property: 'state', type: 'string')]),
            ),
        ],
    ),
]
#[
    OA\Get(
        path: '/import-profiles',
        operationId: 'importProfiles',
        responses: [
            new OA\Response(
                response: 200,
                description: 'Mappings kept under a name; one with the same heading is used by itself',
                content: new OA\JsonContent(
                    type: 'array',
                    items: new OA\Items(
                        type: 'object',
                        required: ['id', 'name', 'kind'],
                        properties: [
                            new OA\Property(property: 'id', type: 'integer'),
                            new OA\Property(property: 'name', type: 'string'),
                            new OA\Property(property: 'kind', type: 'string'),
                        ],
                    ),
                ),
            ),
        ],
    ),
]
#[
    OA\Post(
        path: '/imports/{id}/profile',
        operationId: 'keepProfile',
        parameters: [new NumberParameter()],
        requestBody: new OA\RequestBody(
            content: new OA\JsonContent(required: ['name'], properties: [new OA\Property(property: 'name', type: 'string')]),
        ),
        responses: [
            new OA\Response(
                response: 201,
                description: 'Kept',
                content: new OA\JsonContent(required: ['id'], properties: [new OA\Property(property: 'id', type: 'integer')]),
            ),
        ],
    ),
]
#[
    OA\Delete(
        path: '/import-profiles/{id}',
        operationId: 'deleteProfile',
        parameters: [new NumberParameter()],
        responses: [new OA\Response(response: 204, description: 'Deleted')],
    ),
]
final class ImportRoutes
{
}
