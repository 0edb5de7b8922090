<?php

declare(strict_types=1);

namespace WetCradle\Server\Account;

use Doctrine\ORM\EntityManagerInterface;
use Psr\Log\LoggerInterface;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Security\Core\Exception\AuthenticationException;
use Symfony\Component\Security\Core\Exception\TooManyLoginAttemptsAuthenticationException;
use Symfony\Component\Security\Http\Authentication\AuthenticationFailureHandlerInterface;
use Symfony\Component\Security\Http\SecurityRequestAttributes;
use WetCradle\Server\Http\Problems;

/** Says that it was wrong, and no more; the log has whose account it was and from where, never what was typed. */
final class SignInFailed implements AuthenticationFailureHandlerInterface
{
    public function __construct(private readonly LoggerInterface $logger, private readonly EntityManagerInterface $em)
    {
    }

    public function onAuthenticationFailure(Request $request, AuthenticationException $exception): Response
    {
        $isTooOften = $exception instanceof TooManyLoginAttemptsAuthenticationException;
        // A name that nobody has may be a password that was typed into the wrong field.
        $name = $request->attributes->get(SecurityRequestAttributes::LAST_USERNAME);
        $account = is_string($name) ? $this->em->getRepository(Account::class)->findOneBy(['signIn' => $name]) : null;
        $this->logger->warning($isTooOften ? 'Sign-in tried too often.' : 'Sign-in failed.', ['account' => $account?->id, 'from' => $request->getClientIp()]);

        return $isTooOften
            ? Problems::error(429, 'too_many_tries', 'password', 'Too many tries. Wait a minute, then try again.')
            : Problems::error(401, 'wrong_sign_in', 'password', 'That name and password do not go together.');
    }
}
