<?php

declare(strict_types=1);

namespace WetCradle\Server\Http;

use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpKernel\Controller\ValueResolverInterface;
use Symfony\Component\HttpKernel\ControllerMetadata\ArgumentMetadata;
use WetCradle\Core\Compute\Fields;

/** Hands a controller the request's JSON body as fields to read; an empty body is an empty object. */
final class Body implements ValueResolverInterface
{
    /** @return iterable<Fields> */
    public function resolve(Request $request, ArgumentMetadata $argument): iterable
    {
        if ($argument->getType() === Fields::class) {
            yield Fields::fromJson($request->getContent() === '' ? '{}' : $request->getContent());
        }
    }
}
