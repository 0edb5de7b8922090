<?php

declare(strict_types=1);

namespace WetCradle\Server\Nursery;

use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\IsGranted;
use WetCradle\Core\Book\LossCause;
use WetCradle\Core\Calendar\Climate;
use WetCradle\Core\Calendar\Hemisphere;
use WetCradle\Core\Calendar\SiteAir;
use WetCradle\Core\Calendar\WindowShift;
use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Crops\Method;
use WetCradle\Core\Crops\Sign;
use WetCradle\Core\Fact;
use WetCradle\Core\Numbers\NumberSigns;
use WetCradle\Core\Plan\WorkNorms;
use WetCradle\Core\Priority;
use WetCradle\Core\Refused;
use WetCradle\Core\Rooting\RootStage;
use WetCradle\Server\Account\PeopleController;
use WetCradle\Server\Crops\Way;
use WetCradle\Server\Database\Row;
use WetCradle\Server\Database\Writing;
use WetCradle\Server\Http\Answer;
use WetCradle\Server\Plan\Redating;
use WetCradle\Server\Plan\TrayKind;
use WetCradle\Server\Wanted\Customer;
use WetCradle\Server\Wanted\Pot;
use WetCradle\Server\Wanted\Pots;

/** The nursery's own settings, and the short lists that forms choose from. */
final class NurseryController
{
    public function __construct(private readonly EntityManagerInterface $em, private readonly House $house)
    {
    }

    #[Route('/api/nursery', methods: ['GET'])]
    public function settings(): Answer
    {
        return new Answer($this->house->nursery()->toArray());
    }

    #[Route('/api/nursery', methods: ['PUT'])]
    #[IsGranted('ROLE_PROPAGATOR')]
    public function change(Fields $in, Writing $writing, Redating $redating): Answer
    {
        $writing->once(function () use ($in, $writing, $redating): void {
            $nursery = $this->house->nursery();
            $before = $nursery->toArray();
            $writing->mustBeVersion($in->count('version'), $nursery->version, $before);
            $writing->change($nursery, static function (Nursery $asked) use ($in): void {
                $asked->name = $in->text('name', 120);
                $asked->units = $in->choice('units', Units::class);
                $asked->temperature = $in->choice('temperature', Temperature::class);
                $asked->hemisphere = $in->choice('hemisphere', Hemisphere::class);
                $asked->climate = $in->choice('climate', Climate::class);
                $asked->weeks = $in->choice('weeks', WeeksTold::class);
                $asked->numbers = $in->choice('numbers', NumberSigns::class);
                $asked->timeZone = TimeZone::read($in, 'timeZone');
                $norms = WorkNorms::of($in->count('stuckAnHour', 1, 5000), $in->count('pottedAnHour', 1, 5000));
                $asked->stuckAnHour = $norms->stuckAnHour;
                $asked->pottedAnHour = $norms->pottedAnHour;
                $asked->windowBy = $in->choice('windowBy', WindowsBy::class);
                $asked->windowWeeks = (int) $in->number('windowWeeks', -WindowShift::MOST, WindowShift::MOST);
                $asked->air = SiteAir::of($in->numbers('air', count: 12))->means;
                $asked->currency = $in->text('currency', 5);
                $asked->registration = $in->textOr('registration', null, 40);
                $asked->country = self::country($in);
                $asked->inspectionDays = $in->count('inspectionDays', 1, 1000);
                $asked->sessionIdleHours = $in->count('sessionIdleHours', 1, 168);
                $asked->sessionDays = $in->count('sessionDays', 1, 90);
                $asked->sharedMinutes = $in->count('sharedMinutes', 2, 720);
                $in->done();
            });
            $writing->keep('nursery', '1', $before, $nursery->toArray());
            if ($before['air'] !== $nursery->toArray()['air']) {
                $redating->becauseTheHouseChanged();
            }
        });

        return new Answer($this->house->nursery()->toArray());
    }

    /** @throws Refused where it is not two letters */
    private static function country(Fields $in): ?string
    {
        $country = strtoupper($in->textOr('country', '', 2) ?? '');

        return match (true) {
            $country === '' => null,
            preg_match('/^[A-Z]{2}$/', $country) === 1 => $country,
            default => throw $in->refuse('wrong_type', 'country', Fact::of('refused.nursery.country')),
        };
    }

    #[Route('/api/choices', methods: ['GET'])]
    public function choices(Pots $pots): Answer
    {
        $mixes = $hormones = [];
        foreach (Row::things($this->em->createQuery('SELECT w, s FROM '.Way::class.' w JOIN w.sheet s'), Way::class) as $way) {
            $mixes[$way->core()->setting->mix] = true;
            $hormones[(string) $way->core()->taking->hormone->words()] = true;
        }
        unset($hormones['']);
        ksort($mixes);
        ksort($hormones);

        return new Answer([
            'trayKinds' => array_map(static fn (TrayKind $t) => $t->toArray(), $this->em->getRepository(TrayKind::class)->findBy([], ['id' => 'ASC'])),
            'pots' => array_map(static fn (Pot $p) => $p->toArray(), $pots->all()),
            'customers' => array_map(static fn (Customer $c) => $c->name, $this->em->getRepository(Customer::class)->findBy([], ['name' => 'ASC'])),
            'people' => PeopleController::list($this->em),
            'mixes' => array_map('strval', array_keys($mixes)),
            'hormones' => array_map('strval', array_keys($hormones)),
            'priorities' => array_column(Priority::cases(), 'value'),
            'stages' => array_map(static fn (RootStage $s) => ['stage' => $s->value, 'rooted' => $s->isRooted()], RootStage::cases()),
            'causes' => array_column(LossCause::cases(), 'value'),
            'methods' => array_map(
                static fn (Method $m) => ['method' => $m->value, 'materials' => array_column($m->materials(), 'value'), 'ofStem' => $m->isOfStem()],
                Method::cases(),
            ),
            'signs' => array_map(static fn (Sign $s) => ['sign' => $s->value, 'words' => $s->words()], Sign::cases()),
        ]);
    }
}
