<?php

declare(strict_types=1);

namespace WetCradle\Server\Mist;

use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\DependencyInjection\Attribute\Autowire;
use Symfony\Component\Mailer\Exception\TransportExceptionInterface as MailFailed;
use Symfony\Component\Mailer\MailerInterface;
use Symfony\Component\Mime\Email;
use Symfony\Contracts\HttpClient\Exception\ExceptionInterface;
use Symfony\Contracts\HttpClient\HttpClientInterface;
use WetCradle\Server\Calendar\Today;
use WetCradle\Server\Nursery\House;
use WetCradle\Server\Nursery\Words;

/** Tells alarms outside: one message for all that was raised at once. That one could not be told is kept and seen; it stops nothing else. */
final class AlarmsOut
{
    public function __construct(
        private readonly EntityManagerInterface $em,
        private readonly HttpClientInterface $http,
        private readonly MailerInterface $mailer,
        private readonly House $house,
        private readonly Words $words,
        private readonly Today $today,
        #[Autowire('%env(default::CRADLE_MAIL_FROM)%')] private readonly ?string $from,
    ) {
    }

    /** @param list<AlarmKept> $raised */
    public function tell(array $raised): void
    {
        if ($raised === []) {
            return;
        }
        $lines = [];
        foreach ($raised as $alarm) {
            $lines[$alarm->kind->value][] = $alarm->zone->name;
        }
        $said = [];
        foreach ($raised as $alarm) {
            $zones = $lines[$alarm->kind->value] ?? [];
            if ($zones !== []) {
                $said[] = $this->words->say($alarm->kind->words()).': '.implode(', ', $zones);
            }
            unset($lines[$alarm->kind->value]);
        }
        $all = array_map(fn (AlarmKept $alarm) => [
            'zone' => $alarm->zone->name, 'kind' => $alarm->kind->value, 'since' => $this->today->asMoment($alarm->since)->format('c'), 'says' => $alarm->says,
        ], $raised);
        $nursery = $this->house->nursery()->name;
        foreach ($this->em->getRepository(AlarmOutlet::class)->findBy(['kind' => [OutletKind::Webhook, OutletKind::Mail]]) as $outlet) {
            try {
                $outlet->kind === OutletKind::Webhook
                    ? $this->http->request('POST', $outlet->address, [
                        'json' => ['nursery' => $nursery, 'text' => implode("\n", $said), 'alarms' => $all],
                    ])->getHeaders()
                    : $this->mailer->send((new Email())->from($this->from ?? 'wet-cradle@localhost')->to($outlet->address)->subject("{$nursery}: {$said[0]}")
                        ->text(implode("\n", [...$said, '', ...array_column($all, 'says')])));
                [$outlet->toldAt, $outlet->failed] = [$this->today->now(), null];
            } catch (ExceptionInterface|MailFailed $failed) {
                $outlet->failed = mb_strimwidth($failed->getMessage(), 0, 200, '…');
            }
        }
        $this->em->flush();
    }
}
