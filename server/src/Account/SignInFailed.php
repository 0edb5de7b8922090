<?php

declare(strict_types=1);

namespace WetCradle\Server\Account;

use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Security\Core\Exception\AuthenticationException;
use Symfony\Component\Security\Core\Exception\TooManyLoginAttemptsAuthenticationException;
use Symfony\Component\Security\Http\Authentication\AuthenticationFailureHandlerInterface;
use WetCradle\Server\Http\Problems;

final class SignInFailed implements AuthenticationFailureHandlerInterface
{
    public function onAuthenticationFailure(Request $request, AuthenticationException $exception): Response
    {
        return $exception instanceof TooManyLoginAttemptsAuthenticationException
            ? Problems::error(429, 'too_many_tries', 'password', 'Too many tries. Wait a minute, then try again.')
            : Problems::error(401, 'wrong_sign_in', 'password', 'That name and password do not go together.');
    }
}
