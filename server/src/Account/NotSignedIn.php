<?php

declare(strict_types=1);

namespace WetCradle\Server\Account;

use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Security\Core\Exception\AuthenticationException;
use Symfony\Component\Security\Http\EntryPoint\AuthenticationEntryPointInterface;
use WetCradle\Server\Http\Problems;

final class NotSignedIn implements AuthenticationEntryPointInterface
{
    public function start(Request $request, ?AuthenticationException $authException = null): Response
    {
        return Problems::error(401, 'not_signed_in', '', 'Sign in first.');
    }
}
