<?php

declare(strict_types=1);

namespace WetCradle\Server\Account;

use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\HttpKernel\Exception\NotFoundHttpException;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\IsGranted;
use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Refused;
use WetCradle\Server\Calendar\Today;
use WetCradle\Server\Database\Writing;
use WetCradle\Server\Http\Answer;
use WetCradle\Server\Http\SentOnce;
use WetCradle\Server\Nursery\House;
use WetCradle\Server\Plan\Redating;

/** The people of the nursery: who they are, what they may do, and whether they are let in. */
final class PeopleController
{
    public function __construct(
        private readonly EntityManagerInterface $em,
        private readonly Writing $writing,
        private readonly NewAccount $newAccount,
        private readonly Passwords $passwords,
        private readonly House $house,
        private readonly Redating $redating,
        private readonly Today $today,
    ) {
    }

    #[Route('/api/people', methods: ['GET'])]
    public function all(): Answer
    {
        return new Answer(['people' => self::list($this->em)]);
    }

    #[Route('/api/people', methods: ['POST'], defaults: [SentOnce::BUT => 'password'])]
    #[IsGranted('ROLE_PROPAGATOR')]
    public function add(Fields $in): Answer
    {
        [$account, $password] = $this->writing->once(function () use ($in): array {
            $account = $this->newAccount->from($in);
            $in->done();
            $password = $account->signIn === null ? null : $this->passwords->once();
            if ($password !== null) {
                $this->passwords->keep($account, $password, given: true);
            }
            $this->writing->keep('account', $account->name, [], ['name' => $account->name, 'signIn' => $account->signIn, 'role' => $account->role->value]);

            return [$account, $password];
        });

        return new Answer(['person' => $account->toArray(), 'password' => $password], 201);
    }

    /** A name that was written wrongly, another sign-in, another role. The last propagator stays one. */
    #[Route('/api/people/{id<\d+>}', methods: ['PUT'])]
    #[IsGranted('ROLE_PROPAGATOR')]
    public function change(int $id, Fields $in): Answer
    {
        return $this->write($id, $in, function (Account $account) use ($in): void {
            [$name, $signIn, $role] = [$in->text('name', 120), $in->textOr('signIn', null, 120), $in->choice('role', Role::class)];
            if ($signIn !== null) {
                $this->newAccount->mustBeFree($signIn, $account);
            }
            if ($role !== Role::Propagator || $signIn === null) {
                $this->mustNotBeTheLast($account, $role !== Role::Propagator ? 'role' : 'signIn');
            }
            [$account->name, $account->signIn, $account->role] = [$name, $signIn, $role];
        });
    }

    /** A password for one time, to be told to them; with it they choose their own. All who are signed in as them are signed out. */
    #[Route('/api/people/{id<\d+>}/password', methods: ['POST'], defaults: [SentOnce::BUT => 'password'])]
    #[IsGranted('ROLE_PROPAGATOR')]
    public function password(int $id, Fields $in): Answer
    {
        $password = $this->passwords->once();
        $account = $this->person($id);
        if ($account === $this->writing->by()) {
            throw Refused::because('not_possible', 'password', 'That is you: change your own password with the one you have.');
        }
        if ($account->signIn === null || $account->endedOn !== null) {
            throw Refused::because(
                'not_possible',
                'password',
                sprintf($account->endedOn === null ? '%s has no name to sign in by.' : 'The access of %s has ended.', $account->name),
            );
        }
        $this->write($id, $in, function (Account $account) use ($password): void {
            $this->passwords->keep($account, $password, given: true);
            $this->writing->keep('account', $account->name, [], ['password' => 'for one time']);
        });

        return new Answer(['person' => $account->toArray(), 'password' => $password]);
    }

    #[Route('/api/people/{id<\d+>}/sign-out', methods: ['POST'])]
    #[IsGranted('ROLE_PROPAGATOR')]
    public function signOut(int $id, Fields $in): Answer
    {
        return $this->write($id, $in, function (Account $account): void {
            ++$account->door;
            $this->writing->keep('account', $account->name, [], ['signedOut' => 'everywhere']);
        });
    }

    /** They are not let in any more and no list offers them; what they did stays theirs. */
    #[Route('/api/people/{id<\d+>}/end', methods: ['POST'])]
    #[IsGranted('ROLE_PROPAGATOR')]
    public function end(int $id, Fields $in): Answer
    {
        return $this->write($id, $in, function (Account $account): void {
            $this->mustNotBeTheLast($account, 'person');
            if ($account === $this->writing->by()) {
                throw Refused::because('not_possible', 'person', 'That is you. Another propagator can end your access.');
            }
            $account->endOn($this->today->day());
            $this->handsChanged();
        });
    }

    /** They are here again, by the name and the password that they had. */
    #[Route('/api/people/{id<\d+>}/return', methods: ['POST'])]
    #[IsGranted('ROLE_PROPAGATOR')]
    public function return(int $id, Fields $in): Answer
    {
        return $this->write($id, $in, function (Account $account): void {
            $account->endOn(null);
            $this->handsChanged();
        });
    }

    /** @return list<array<string, mixed>> */
    public static function list(EntityManagerInterface $em): array
    {
        return array_map(static fn (Account $a) => $a->toArray(), $em->getRepository(Account::class)->findBy([], ['name' => 'ASC']));
    }

    private function person(int $id): Account
    {
        return $this->em->find(Account::class, $id) ?? throw new NotFoundHttpException();
    }

    /** @param callable(Account): void $write */
    private function write(int $id, Fields $in, callable $write): Answer
    {
        $account = $this->person($id);
        $this->writing->once(function () use ($account, $in, $write): void {
            $this->em->refresh($account);
            $before = $account->toArray();
            $this->writing->mustBeVersion($in->count('version', 1), $account->version, $before);
            $write($account);
            $in->done();
            // That they must choose their own is said by the password that they were given.
            $this->writing->keep('account', $account->name, $before, array_diff_key($account->toArray(), ['mustChange' => true]));
        });

        return new Answer($account->toArray());
    }

    /** @throws Refused where nobody else could let people in */
    private function mustNotBeTheLast(Account $account, string $field): void
    {
        $others = array_filter(
            $this->em->getRepository(Account::class)->findBy(['role' => Role::Propagator]),
            static fn (Account $other) => $other !== $account && $other->isLetIn(),
        );
        if ($account->role === Role::Propagator && $account->isLetIn() && $others === []) {
            throw Refused::because('in_use', $field, sprintf('%s is the only propagator who can sign in: make another one first.', $account->name));
        }
    }

    /** Work falls on days on which somebody is there. */
    private function handsChanged(): void
    {
        $this->em->flush();
        $this->house->forgetHands();
        $this->redating->becauseTheHouseChanged();
    }
}
