<?php

declare(strict_types=1);

namespace WetCradle\Server\Database;

use Doctrine\ORM\EntityManagerInterface;
use Psr\EventDispatcher\EventDispatcherInterface;
use Symfony\Bundle\SecurityBundle\Security;
use WetCradle\Core\Refused;
use WetCradle\Server\Account\Account;
use WetCradle\Server\Calendar\Today;
use WetCradle\Server\Http\Conflict;
use WetCradle\Server\Nursery\Change;

/** The one way to write: all of a request's writing in one transaction, by a known person. */
final class Writing
{
    public function __construct(
        private readonly EntityManagerInterface $em,
        private readonly Security $security,
        private readonly Today $today,
        private readonly EventDispatcherInterface $events,
    ) {
    }

    /**
     * @template T
     *
     * @param callable(): T $write
     *
     * @return T
     */
    public function once(callable $write): mixed
    {
        return $this->em->wrapInTransaction(function () use ($write): mixed {
            $written = $write();
            $this->em->flush();
            // What rests on what was written is reckoned anew before anybody can read it.
            $this->events->dispatch(new Written());

            return $written;
        });
    }

    /**
     * Reads what is asked for into a copy; only when all of it was read and allowed does the thing itself take it over.
     *
     * @template T of object
     *
     * @param T                 $thing
     * @param callable(T): void $read
     */
    public function change(object $thing, callable $read): void
    {
        $asked = clone $thing;
        $read($asked);
        $meta = $this->em->getClassMetadata($thing::class);
        foreach ([...$meta->getFieldNames(), ...array_filter($meta->getAssociationNames(), $meta->isSingleValuedAssociation(...))] as $field) {
            if (!$meta->isIdentifier($field) && $field !== $meta->versionField) {
                $meta->setFieldValue($thing, $field, $meta->getFieldValue($asked, $field));
            }
        }
    }

    /** Who is doing this. */
    public function by(): Account
    {
        $account = $this->security->getUser();
        if (!$account instanceof Account) {
            throw Refused::because('not_signed_in', '', 'Sign in first.');
        }

        return $account;
    }

    /**
     * A later reader of the same thing must not be overwritten by an earlier one.
     *
     * @param array<string, mixed> $theirs what it says now
     */
    public function mustBeVersion(int $version, int $now, array $theirs): void
    {
        if ($version !== $now) {
            throw new Conflict($theirs);
        }
    }

    /**
     * Keeps who changed which fields from what to what.
     *
     * @param array<string, mixed> $before
     * @param array<string, mixed> $after
     */
    public function keep(string $what, string $which, array $before, array $after): void
    {
        $fields = [];
        foreach ($after as $field => $value) {
            if ($field !== 'version' && ($before[$field] ?? null) !== $value) {
                $fields[$field] = [$before[$field] ?? null, $value];
            }
        }
        if ($fields !== []) {
            $this->em->persist(new Change($what, $which, $fields, $this->by(), $this->today->now()));
        }
    }
}
