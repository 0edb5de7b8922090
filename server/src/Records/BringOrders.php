<?php

declare(strict_types=1);

namespace WetCradle\Server\Records;

use Doctrine\ORM\EntityManagerInterface;
use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Priority;
use WetCradle\Core\Records\Cells;
use WetCradle\Core\Records\Kind;
use WetCradle\Core\Records\LookAlike;
use WetCradle\Core\Stock\Sex;
use WetCradle\Server\Crops\Ways;
use WetCradle\Server\Wanted\Customer;
use WetCradle\Server\Wanted\OrderForm;
use WetCradle\Server\Wanted\Pot;

/** Orders; a customer who is not known yet is entered with the first. */
final class BringOrders implements Bringer
{
    /** @var array<string, string> customers who are new, by plain name */
    private array $new = [];

    public function __construct(private readonly EntityManagerInterface $em, private readonly Ways $ways, private readonly OrderForm $form)
    {
    }

    public function kind(): Kind
    {
        return Kind::Orders;
    }

    public function known(): array
    {
        $known = ['crop' => [], 'pot' => [], 'customer' => []];
        foreach ($this->ways->crops() as $crop) {
            $known['crop'][$crop->slug] = $crop->name;
        }
        foreach ($this->em->getRepository(Pot::class)->findAll() as $pot) {
            $known['pot'][(string) $pot->id] = $pot->name;
        }
        foreach ($this->em->getRepository(Customer::class)->findBy([], ['name' => 'ASC']) as $customer) {
            $known['customer'][(string) $customer->id] = $customer->name;
        }

        return $known;
    }

    public function mayBeNew(): array
    {
        return ['customer'];
    }

    public function read(Cells $cells, Meant $meant, BroughtIn $from, int $line): array
    {
        $customer = $cells->wordsOrNull('customer');
        if ($customer !== null) {
            $key = $meant->keyOrNew('customer', $customer);
            // Who is new is one, however often and in whatever way the name is written.
            $customer = $key === BroughtIn::NEW
                ? $this->new[LookAlike::plain($customer)] ??= $customer
                : $this->em->find(Customer::class, (int) $key)->name ?? $customer;
        }
        $in = Fields::of([
            'crop' => $meant->key('crop', $cells->words('crop')),
            'plants' => $cells->count('plants'),
            'pot' => (int) $meant->key('pot', $cells->words('pot')),
            'readyWeek' => Week::containing($cells->day('readyWeek'))->written(),
            'customer' => $customer,
            'priority' => $cells->has('priority') ? $cells->oneOf('priority', array_column(Priority::cases(), 'value')) : Priority::Should->value,
            'note' => $cells->wordsOrNull('note', 1000),
            'onlyFrom' => $cells->wordsOrNull('onlyFrom'),
            'sex' => $cells->has('sex') ? $cells->oneOf('sex', array_column(Sex::cases(), 'value')) : null,
            'reference' => $cells->wordsOrNull('reference', 60),
        ]);
        $order = $this->form->blank($in);
        $this->form->read($in, $order);
        $in->done();

        return ['claims' => [], 'says' => sprintf('%d %s, %s', $order->plants, $order->crop->name, $order->readyWeek), 'make' => static fn () => $order];
    }
}
