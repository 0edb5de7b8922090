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
use WetCradle\Server\Database\Removals;
use WetCradle\Server\Database\Row;
use WetCradle\Server\Database\TakenOut;
use WetCradle\Server\Database\Writing;
use WetCradle\Server\Http\Answer;
use WetCradle\Server\Nursery\Record;

/** Who orders: entered with an order, corrected here. */
final class CustomerController
{
    public function __construct(
        private readonly EntityManagerInterface $em,
        private readonly Connection $db,
        private readonly Writing $writing,
        private readonly Removals $removals,
    ) {
    }

    #[Route('/api/customers', methods: ['GET'])]
    public function all(): Answer
    {
        return $this->answer(null);
    }

    /** @param ?array{taken: int, into: int, orders: list<int>} $joined by which two that became one are parted again */
    private function answer(?array $joined): Answer
    {
        return new Answer(['joined' => $joined, 'customers' => array_map(
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
        $joined = $this->writing->once(function () use ($customer, $in): ?array {
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

                return null;
            }
            $orders = $this->em->getRepository(Wanted::class)->findBy(['customer' => $customer]);
            foreach ($orders as $order) {
                $order->customer = $other;
            }
            $taken = $this->removals->take(Record::Customer->value, $customer->name, Record::Customer->table(), (int) $customer->id);

            return ['taken' => $taken, 'into' => (int) $other->id, 'orders' => array_map(static fn (Wanted $order) => (int) $order->id, $orders)];
        });

        return $this->answer($joined);
    }

    /** Two that became one are two again; an order that went elsewhere meanwhile stays there. */
    #[Route('/api/customers/part', methods: ['POST'])]
    #[IsGranted('ROLE_OFFICE')]
    public function part(Fields $in): Answer
    {
        $this->writing->once(function () use ($in): void {
            $taken = $this->em->find(TakenOut::class, $in->count('taken', 1));
            [$into, $orders] = [$in->count('into', 1), array_map(intval(...), $in->numbers('orders', 1, 1e9, 5000))];
            $in->done();
            if ($taken === null || $taken->what !== Record::Customer->value) {
                throw new NotFoundHttpException();
            }
            $this->removals->putBack($taken);
            $id = $taken->kept[0]['row']['id'] ?? null;
            $customer = is_int($id) ? $this->em->find(Customer::class, $id) : null;
            $customer ?? throw new NotFoundHttpException();
            foreach ($this->em->getRepository(Wanted::class)->findBy(['id' => $orders, 'customer' => $into]) as $order) {
                $order->customer = $customer;
            }
            $this->writing->keep('customer', $customer->name, ['joined' => 'yes'], ['joined' => 'parted again']);
        });

        return $this->all();
    }
}
