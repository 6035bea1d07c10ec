<?php

declare(strict_types=1);

use Tornavis\Core\Fact\Fact;
use Tornavis\Core\Fact\Facts;
use Tornavis\Core\Fact\Source;

it('believes the phone before the file, the file before the card, and the card before what was typed', function () {
    $facts = Facts::of(
        Fact::of('release', '13', Source::Card),
        Fact::of('release', '15', Source::Phone),
        Fact::of('release', '14', Source::File),
        Fact::of('release', '12', Source::Typed),
    );

    expect($facts->text('release'))->toBe('15');
});

it('takes a known value of a lower source before an unknown one of a higher', function () {
    expect(
        Facts::of(Fact::of('region', null, Source::File), Fact::of('region', 'EU', Source::Card))->text('region'),
    )->toBe('EU');
});

it('shows a conflict with every statement in it, and none where the sources agree', function () {
    $agree = Facts::of(
        Fact::of('codenames', ['bowline', 'bowline_m'], Source::File),
        Fact::of('codenames', ['bowline_m', 'bowline'], Source::Card),
    );
    $differ = $agree->with(
        Fact::of('release', '15', Source::File, 'metadata'),
        Fact::of('release', '14', Source::Card),
    );

    expect($agree->conflicts())
        ->toBe([])
        ->and(array_keys($differ->conflicts()))
        ->toBe(['release'])
        ->and($differ->conflicts()['release'])
        ->toHaveCount(2);
});

it('sees a file that contradicts itself in two places', function () {
    $facts = Facts::of(Fact::of('api', 34, Source::File, 'metadata'), Fact::of('api', 35, Source::File, 'script'));

    expect($facts->conflicts())->toHaveKey('api');
});
