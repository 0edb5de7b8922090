<?php

declare(strict_types=1);

namespace WetCradle\Server\Account;

use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\IsGranted;
use WetCradle\Core\Compute\Fields;
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

    /** @return list<array{id: ?int, name: string, role: string}> */
    public static function list(EntityManagerInterface $em): array
    {
        return array_map(static fn (Account $a) => $a->toArray(), $em->getRepository(Account::class)->findBy([], ['name' => 'ASC']));
    }
}
