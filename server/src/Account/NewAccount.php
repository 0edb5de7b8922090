<?php

declare(strict_types=1);

namespace WetCradle\Server\Account;

use Doctrine\ORM\EntityManagerInterface;
use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Refused;

/** Makes a person from typed fields: one who signs in, or one who only lends a hand. */
final class NewAccount
{
    public function __construct(private readonly EntityManagerInterface $em, private readonly Passwords $passwords)
    {
    }

    /** Somebody who will do everything here, with a password of their own. */
    public function first(Fields $in): Account
    {
        $account = new Account($in->text('name', 120), $in->text('signIn', 120), Role::Propagator);
        $this->passwords->keep($account, $this->passwords->read($in));
        $this->mustBeFree((string) $account->signIn, null);
        $this->em->persist($account);

        return $account;
    }

    /** Somebody with a name to sign in by gets a password for one time; without one, they do not sign in. */
    public function from(Fields $in): Account
    {
        $account = $this->read($in);
        $this->em->persist($account);

        return $account;
    }

    /** The same, not kept yet. */
    public function read(Fields $in): Account
    {
        $account = new Account($in->text('name', 120), $in->textOr('signIn', null, 120), $in->choice('role', Role::class));
        if ($account->signIn !== null) {
            $this->mustBeFree($account->signIn, null);
        }

        return $account;
    }

    /** @throws Refused where somebody else signs in by that name */
    public function mustBeFree(string $signIn, ?Account $but): void
    {
        $other = $this->em->getRepository(Account::class)->findOneBy(['signIn' => $signIn]);
        if ($other !== null && $other !== $but) {
            throw Refused::because('taken', 'signIn', sprintf('Somebody already signs in as %s.', $signIn));
        }
    }
}
