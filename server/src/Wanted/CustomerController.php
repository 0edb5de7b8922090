<?php

declare(strict_types=1);

namespace WetCradle\Server\Wanted;

use Doctrine\DBAL\Connection;
use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\HttpKernel\Exception\NotFoundHttpException;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\IsGranted;
use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Refused;
use WetCradle\Server\Database\Row;
use WetCradle\Server\Database\Writing;
use WetCradle\Server\Http\Answer;

/** Who orders: entered with an order, corrected here. */
final class CustomerController
{
    public function __construct(private readonly EntityManagerInterface $em, private readonly Connection $db, private readonly Writing $writing)
    {
    }

    #[Route('/api/customers', methods: ['GET'])]
    public function all(): Answer
    {
        return new Answer(['customers' => array_map(
            static fn (Row $row) => ['id' => $row->int('id'), 'name' => $row->text('name'), 'orders' => $row->int('orders')],
            Row::all($this->db, 'SELECT c.id, c.name, count(w.id) AS orders FROM customer c LEFT JOIN wanted w ON w.customer_id = c.id
                GROUP BY c.id ORDER BY c.name COLLATE NOCASE'),
        )]);
    }

    /** Under another name; where there is one of that name already, the two become one. */
    #[Route('/api/customers/{id<\d+>}', methods: ['PUT'])]
    #[IsGranted('ROLE_OFFICE')]
    public function rename(int $id, Fields $in): Answer
    {
        $customer = $this->em->find(Customer::class, $id) ?? throw new NotFoundHttpException();
        $this->writing->once(function () use ($customer, $in): void {
            $name = $in->text('name', 120);
            $was = $in->text('was', 120);
            $join = $in->has('join') && $in->flag('join');
            $in->done();
            $this->writing->mustBeVersion((int) ($was === $customer->name), 1, ['id' => $customer->id, 'name' => $customer->name]);
            $other = $this->em->getRepository(Customer::class)->findOneBy(['name' => $name]);
            if ($other !== null && $other !== $customer && !$join) {
                throw Refused::because('taken', 'name', sprintf('There is a customer called %s already. Join the two, if they are one.', $name));
            }
            $this->writing->keep('customer', $name, ['name' => $customer->name], ['name' => $name]);
            if ($other === null || $other === $customer) {
                $customer->name = $name;

                return;
            }
            foreach ($this->em->getRepository(Wanted::class)->findBy(['customer' => $customer]) as $order) {
                $order->customer = $other;
            }
            $this->em->flush();
            $this->em->remove($customer);
        });

        return $this->all();
    }
}
