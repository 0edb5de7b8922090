<?php

declare(strict_types=1);

namespace WetCradle\Server\Account;

use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\HttpKernel\Exception\NotFoundHttpException;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\IsGranted;
use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Refused;
use WetCradle\Server\Database\Writing;
use WetCradle\Server\Http\Answer;

/** The people of the nursery. */
final class PeopleController
{
    public function __construct(private readonly EntityManagerInterface $em)
    {
    }

    #[Route('/api/people', methods: ['GET'])]
    public function all(): Answer
    {
        return new Answer(['people' => self::list($this->em)]);
    }

    #[Route('/api/people', methods: ['POST'])]
    #[IsGranted('ROLE_PROPAGATOR')]
    public function add(Fields $in, Writing $writing, NewAccount $newAccount): Answer
    {
        $account = $writing->once(function () use ($in, $writing, $newAccount) {
            $account = $newAccount->from($in);
            $in->done();
            $writing->keep('account', $account->signIn, [], ['name' => $account->name, 'role' => $account->role]);

            return $account;
        });

        return new Answer($account->toArray(), 201);
    }

    /** A name that was written wrongly, another sign-in, another role. The last propagator stays one. */
    #[Route('/api/people/{id<\d+>}', methods: ['PUT'])]
    #[IsGranted('ROLE_PROPAGATOR')]
    public function change(int $id, Fields $in, Writing $writing): Answer
    {
        $account = $this->em->find(Account::class, $id) ?? throw new NotFoundHttpException();
        $writing->once(function () use ($account, $in, $writing): void {
            $this->em->refresh($account);
            $before = $account->toArray();
            $writing->mustBeVersion($in->count('version', 1), $account->version, $before);
            [$name, $signIn, $role] = [$in->text('name', 120), $in->text('signIn', 120), $in->choice('role', Role::class)];
            $in->done();
            $other = $this->em->getRepository(Account::class)->findOneBy(['signIn' => $signIn]);
            if ($other !== null && $other !== $account) {
                throw Refused::because('taken', 'signIn', sprintf('Somebody already signs in as %s.', $signIn));
            }
            $leads = $this->em->getRepository(Account::class)->count(['role' => Role::Propagator]);
            if ($account->role === Role::Propagator && $role !== Role::Propagator && $leads === 1) {
                throw Refused::because('in_use', 'role', sprintf('%s is the only propagator: make another one first.', $account->name));
            }
            [$account->name, $account->signIn, $account->role] = [$name, $signIn, $role];
            $writing->keep('account', $account->signIn, $before, $account->toArray());
        });

        return new Answer($account->toArray());
    }

    /** @return list<array{id: ?int, version: int, name: string, signIn: string, role: string}> */
    public static function list(EntityManagerInterface $em): array
    {
        return array_map(static fn (Account $a) => $a->toArray(), $em->getRepository(Account::class)->findBy([], ['name' => 'ASC']));
    }
}
