<?php

declare(strict_types=1);

namespace WetCradle\Server\Mist;

use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Security\Core\Exception\AuthenticationException;
use Symfony\Component\Security\Http\Authentication\AuthenticationFailureHandlerInterface;
use Symfony\Component\Security\Http\EntryPoint\AuthenticationEntryPointInterface;
use WetCradle\Server\Http\Problems;

/** What a device is told that is not let in. */
final class NoToken implements AuthenticationEntryPointInterface, AuthenticationFailureHandlerInterface
{
    public function start(Request $request, ?AuthenticationException $authException = null): Response
    {
        $response = Problems::error(401, 'no_token', '', 'Send the token of the device: Authorization: Bearer TOKEN.');
        $response->headers->set('WWW-Authenticate', 'Bearer');

        return $response;
    }

    public function onAuthenticationFailure(Request $request, AuthenticationException $exception): Response
    {
        return $this->start($request, $exception);
    }
}
