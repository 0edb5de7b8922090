<?php

declare(strict_types=1);

namespace WetCradle\Server\Http;

use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpKernel\Event\ResponseEvent;
use WetCradle\Server\Nursery\Words;

/**
 * The one place where facts become sentences of an answer. What was read carries a mark of its words; whoever says that mark when
 * they ask again is told in no words that nothing is another.
 */
#[AsEventListener]
final class Answers
{
    public function __construct(private readonly Words $words, private readonly UntilWritten $untilWritten)
    {
    }

    public function __invoke(ResponseEvent $event): void
    {
        $answer = $event->getResponse();
        if ($answer instanceof Answer) {
            $says = json_encode($this->words->everywhere($answer->says), JsonResponse::DEFAULT_ENCODING_OPTIONS | JSON_THROW_ON_ERROR);
            $answer->setContent($says);
            if ($event->getRequest()->isMethod('GET') && $answer->isSuccessful()) {
                $mark = hash('xxh128', $says);
                $this->untilWritten->keep($event->getRequest(), $says, $mark);
                $answer->setEtag($mark);
                $answer->isNotModified($event->getRequest());
            }
        }
    }
}
