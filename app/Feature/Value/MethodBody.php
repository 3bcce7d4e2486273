<?php

declare(strict_types=1);

namespace App\Feature\Value;

use OpenApi\Attributes as OA;

/** What a request about a method carries: figures set otherwise, how inputs go through the years, whether it is forced, and more. */
#[\Attribute(\Attribute::TARGET_CLASS | \Attribute::TARGET_METHOD)]
final class MethodBody extends OA\RequestBody
{
    /**
     * @param  list<OA\Property>  $more
     * @param  list<string>  $required
     */
    public function __construct(array $more = [], array $required = [])
    {
        parent::__construct(
            content: new OA\JsonContent(
                required: $required === [] ? null : $required,
                properties: [
                    new OA\Property(property: 'figures', type: 'object', additionalProperties: new OA\AdditionalProperties(type: 'number')),
                    new OA\Property(
                        property: 'rules',
                        type: 'object',
                        additionalProperties: new OA\AdditionalProperties(ref: '#/components/schemas/DriverRule'),
                    ),
                    new OA\Property(property: 'forced', type: 'boolean'),
                    ...$more,
                ],
            ),
        );
    }
}
