<?php

declare(strict_types=1);

namespace WetCradle\Server\Records;

use Doctrine\ORM\EntityManagerInterface;
use WetCradle\Core\Fact;
use WetCradle\Core\Records\Cells;
use WetCradle\Core\Records\Kind;
use WetCradle\Core\Records\LookAlike;
use WetCradle\Core\Refused;
use WetCradle\Server\Wanted\Customer;

/** Customers who are not known yet. */
final class BringCustomers implements Bringer
{
    public function __construct(private readonly EntityManagerInterface $em)
    {
    }

    public function kind(): Kind
    {
        return Kind::Customers;
    }

    public function known(): array
    {
        $known = [];
        foreach ($this->em->getRepository(Customer::class)->findAll() as $customer) {
            $known[(string) $customer->id] = $customer->name;
        }

        return ['name' => $known];
    }

    public function mayBeNew(): array
    {
        return ['name'];
    }

    public function read(Cells $cells, Meant $meant, BroughtIn $from, int $line): array
    {
        $name = $cells->words('name');
        if ($meant->keyOrNew('name', $name) !== BroughtIn::NEW) {
            throw Refused::because('there', 'name', Fact::of('refused.brought_in.known', written: $name));
        }

        return ['claims' => ['name' => LookAlike::plain($name)], 'says' => $name, 'make' => static fn () => new Customer($name)];
    }
}
