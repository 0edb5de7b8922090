<?php

declare(strict_types=1);

namespace WetCradle\Server\Calendar;

use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Exception\NotFoundHttpException;
use Symfony\Component\Routing\Attribute\Route;
use WetCradle\Core\Compute\Fields;
use WetCradle\Server\Account\Account;
use WetCradle\Server\Database\Writing;
use WetCradle\Server\Http\Answer;
use WetCradle\Server\Http\SentOnce;

/** The work as a calendar: a file, and a private address of each person's own, that can be withdrawn. */
final class CalendarController
{
    public function __construct(
        private readonly EntityManagerInterface $em,
        private readonly WorkCalendar $work,
        private readonly Writing $writing,
        private readonly Today $today,
    ) {
    }

    #[Route('/api/me/calendar', methods: ['GET'])]
    public function mine(): Answer
    {
        return $this->say();
    }

    /** A new address; the one before opens nothing any more. It is shown this once. */
    #[Route('/api/me/calendar', methods: ['POST'], defaults: [SentOnce::BUT => 'address'])]
    public function open(Fields $in): Answer
    {
        $token = bin2hex(random_bytes(20));
        $this->writing->once(function () use ($in, $token): void {
            $in->done();
            $mine = $this->of($this->writing->by());
            if ($mine === null) {
                $this->em->persist(new CalendarAddress($this->writing->by(), CalendarAddress::kept($token), $this->today->now()));
            } else {
                [$mine->token, $mine->at] = [CalendarAddress::kept($token), $this->today->now()];
            }
            $this->writing->keep('account', $this->writing->by()->name, [], ['calendar' => 'a private address']);
        });

        return $this->say("/api/calendar/{$token}.ics", 201);
    }

    #[Route('/api/me/calendar', methods: ['DELETE'])]
    public function withdraw(): Answer
    {
        $this->writing->once(function (): void {
            $mine = $this->of($this->writing->by()) ?? throw new NotFoundHttpException();
            $this->em->remove($mine);
            $this->writing->keep('account', $this->writing->by()->name, ['calendar' => 'a private address'], ['calendar' => 'withdrawn']);
        });

        return $this->say();
    }

    #[Route('/api/calendar.ics', methods: ['GET'])]
    public function file(Request $request): Response
    {
        return $this->answer($request);
    }

    /** For a calendar program, which signs in nowhere. */
    #[Route('/api/calendar/{token<[0-9a-f]{40}>}.ics', methods: ['GET'])]
    public function feed(#[\SensitiveParameter] string $token, Request $request): Response
    {
        $address = $this->em->getRepository(CalendarAddress::class)->findOneBy(['token' => CalendarAddress::kept($token)]);

        return $address === null || !$address->account->isLetIn() ? throw new NotFoundHttpException() : $this->answer($request);
    }

    private function answer(Request $request): Response
    {
        return new Response($this->work->of($request->getHost()), 200, [
            'Content-Type' => 'text/calendar; charset=UTF-8', 'Content-Disposition' => 'attachment; filename="work.ics"',
        ]);
    }

    private function say(?string $address = null, int $status = 200): Answer
    {
        return new Answer(['since' => $this->of($this->writing->by())?->at->format('Y-m-d'), 'address' => $address], $status);
    }

    private function of(Account $account): ?CalendarAddress
    {
        return $this->em->getRepository(CalendarAddress::class)->findOneBy(['account' => $account]);
    }
}
