<?php

declare(strict_types=1);

namespace WetCradle\Server\Account;

use Doctrine\ORM\EntityManagerInterface;
use Symfony\Bundle\SecurityBundle\Security;
use Symfony\Component\Routing\Attribute\Route;
use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Refused;
use WetCradle\Server\Database\Writing;
use WetCradle\Server\Http\Answer;

/** What each person may do with their own account. */
final class OwnAccountController
{
    public function __construct(
        private readonly EntityManagerInterface $em,
        private readonly Writing $writing,
        private readonly Passwords $passwords,
        private readonly Security $security,
        private readonly SessionController $session,
    ) {
    }

    /** Another password, for whoever knows the present one; wherever else they are signed in, they are signed out. */
    #[Route('/api/me/password', methods: ['POST'], defaults: [OwnSession::CHANGES => true])]
    public function password(Fields $in): Answer
    {
        return $this->anew(function (Account $me) use ($in): void {
            if (!$this->passwords->is($me, $in->verbatim('present', 500))) {
                throw Refused::because('wrong', 'present', 'That is not your password.');
            }
            $password = $this->passwords->read($in);
            $in->done();
            if ($this->passwords->is($me, $password)) {
                throw Refused::because('same', 'password', 'That is the one you have.');
            }
            $this->passwords->keep($me, $password);
            $this->writing->keep('account', $me->name, [], ['password' => 'an own one']);
        });
    }

    /** Signs out all devices but this one. */
    #[Route('/api/me/sign-out-elsewhere', methods: ['POST'], defaults: [OwnSession::CHANGES => true])]
    public function signOutElsewhere(Fields $in): Answer
    {
        return $this->anew(function (Account $me) use ($in): void {
            $in->done();
            ++$me->door;
            $this->writing->keep('account', $me->name, [], ['signedOut' => 'elsewhere']);
        });
    }

    /** @param callable(Account): void $write */
    private function anew(callable $write): Answer
    {
        $me = $this->writing->by();
        $this->writing->once(function () use ($me, $write): void {
            $this->em->refresh($me);
            $write($me);
        });
        $this->security->login($me, 'json_login', 'main');

        return new Answer($this->session->view($me));
    }
}
