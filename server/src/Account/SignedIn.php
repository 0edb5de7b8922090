<?php

declare(strict_types=1);

namespace WetCradle\Server\Account;

use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Security\Core\Authentication\Token\TokenInterface;
use Symfony\Component\Security\Http\Authentication\AuthenticationSuccessHandlerInterface;
use WetCradle\Server\Http\Answer;

final class SignedIn implements AuthenticationSuccessHandlerInterface
{
    public function __construct(
        private readonly SessionController $session,
        private readonly OwnSession $own,
        private readonly SignInLimits $limits,
    ) {
    }

    public function onAuthenticationSuccess(Request $request, TokenInterface $token): Response
    {
        $account = $token->getUser();
        $sent = json_decode($request->getContent(), true);
        $this->own->begin($request->getSession(), is_array($sent) && ($sent['shared'] ?? false) === true);
        $answer = new Answer($this->session->view($account instanceof Account ? $account : null));
        $answer->headers->setCookie($this->limits->cookieFor($request));

        return $answer;
    }
}
