<?php

declare(strict_types=1);

namespace WetCradle\Server\Http;

use Symfony\Component\HttpFoundation\Response;

/** What a request is answered with, before it is said: facts within it become sentences on the way out, in `Answers`. */
final class Answer extends Response
{
    /** @param array<array-key, mixed> $says */
    public function __construct(public readonly array $says, int $status = 200)
    {
        parent::__construct('', $status, ['Content-Type' => 'application/json']);
    }
}
