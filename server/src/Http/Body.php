<?php

declare(strict_types=1);

namespace WetCradle\Server\Http;

use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpKernel\Controller\ValueResolverInterface;
use Symfony\Component\HttpKernel\ControllerMetadata\ArgumentMetadata;
use WetCradle\Core\Compute\Fields;
use WetCradle\Server\Nursery\House;

/**
 * Hands a controller the request's JSON body as fields to read; an empty body is an empty object. What a person typed where a
 * number belongs is read by the nursery's own signs; what is only computed has to come as numbers.
 */
final class Body implements ValueResolverInterface
{
    public function __construct(private readonly House $house)
    {
    }

    /** @return iterable<Fields> */
    public function resolve(Request $request, ArgumentMetadata $argument): iterable
    {
        if ($argument->getType() === Fields::class) {
            $typedBy = str_starts_with($request->getPathInfo(), '/api/compute') ? null : $this->house->typedBy();
            yield Fields::fromJson($request->getContent() === '' ? '{}' : $request->getContent(), $typedBy);
        }
    }
}
