<?php

declare(strict_types=1);

namespace WetCradle\Server\Account;

use Doctrine\ORM\EntityManagerInterface;
use Symfony\Bundle\SecurityBundle\Security;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use WetCradle\Core\Calendar\Climate;
use WetCradle\Core\Calendar\Hemisphere;
use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Numbers\NumberSigns;
use WetCradle\Core\Refused;
use WetCradle\Server\Calendar\Today;
use WetCradle\Server\Database\Copies;
use WetCradle\Server\Database\Writing;
use WetCradle\Server\Http\Answer;
use WetCradle\Server\Http\SentOnce;
use WetCradle\Server\Nursery\Nursery;
use WetCradle\Server\Nursery\Temperature;
use WetCradle\Server\Nursery\TimeZone;
use WetCradle\Server\Nursery\Units;

/** Who is signed in, signing in and out, and the very first start. */
final class SessionController
{
    public function __construct(
        private readonly EntityManagerInterface $em,
        private readonly Today $today,
        private readonly Copies $copies,
    ) {
    }

    #[Route('/api/session', methods: ['GET'])]
    public function session(Security $security): Answer
    {
        $account = $security->getUser();

        return new Answer($this->view($account instanceof Account ? $account : null));
    }

    /** @return array<string, mixed> */
    public function view(?Account $account): array
    {
        $nursery = $this->em->find(Nursery::class, 1);

        return [
            'needsSetup' => $nursery === null,
            'account' => $account?->toArray(),
            'nursery' => $account === null ? null : $nursery?->toArray(),
            'today' => $this->today->day()->format('Y-m-d'),
            'week' => $this->today->week()->written(),
            // For those who can do something about it.
            'copyIsOld' => $account?->role === Role::Propagator && !$account->mustChange && $this->copies->isOld(),
        ];
    }

    /** Handled by the firewall; here so that the route is known. */
    #[Route('/api/sign-in', methods: ['POST'], defaults: [OwnSession::CHANGES => true])]
    public function signIn(): never
    {
        throw Refused::because('missing', 'signIn', 'Send signIn and password.');
    }

    #[Route('/api/sign-out', methods: ['POST'], defaults: [OwnSession::CHANGES => true])]
    public function signOut(Security $security): Answer
    {
        if ($security->getUser() !== null) {
            $security->logout(false);
        }

        return new Answer($this->view(null));
    }

    #[Route('/api/setup', methods: ['POST'], defaults: [SentOnce::SECRET => true, OwnSession::CHANGES => true])]
    public function setup(
        Request $request,
        Fields $in,
        Writing $writing,
        NewAccount $newAccount,
        Security $security,
        SetupToken $token,
        OwnSession $own,
    ): Response {
        $account = $writing->once(function () use ($in, $newAccount, $token) {
            if ($this->em->find(Nursery::class, 1) !== null) {
                throw Refused::because('already_set_up', '', 'This nursery is set up already. Sign in instead.');
            }
            $token->check($in);
            $nursery = new Nursery(
                $in->text('nursery', 120),
                $in->choice('units', Units::class),
                $in->choice('temperature', Temperature::class),
                $in->choice('hemisphere', Hemisphere::class),
                $in->choice('climate', Climate::class),
                numbers: $in->choice('numbers', NumberSigns::class),
                timeZone: TimeZone::read($in, 'timeZone'),
            );
            $account = $newAccount->first($in);
            $in->done();
            $this->em->persist($nursery);

            return $account;
        });
        $token->isUsed();
        $security->login($account, 'json_login', 'main');
        $own->begin($request->getSession(), false);

        return new Answer($this->view($account), 201);
    }
}
