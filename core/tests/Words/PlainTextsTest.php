<?php

declare(strict_types=1);

use Tornavis\Core\Words\Markdown;
use Tornavis\Core\Words\WrittenOut;

it('writes out what nobody sees', function (string $text, string $shown) {
    expect(WrittenOut::of($text))->toBe($shown)->and(WrittenOut::isNeeded($text))->toBeTrue();
    // In JSON it says the same as before.
    $json = (string) json_encode(['a' => $text], JSON_UNESCAPED_UNICODE);
    expect(json_decode(WrittenOut::inJson($json), true))->toBe(['a' => $text]);
    expect(WrittenOut::isNeeded(WrittenOut::inJson($json)))->toBeFalse();
})->with([
    'the end of a paste' => ["a\x1b[201~b", 'a\u{1b}[201~b'],
    'a bell and a delete' => ["\x07\x7f", '\u{7}\u{7f}'],
    'a turned direction' => ["gpj.\u{202e}exe", 'gpj.\u{202e}exe'],
    'an isolate' => ["\u{2066}a\u{2069}", '\u{2066}a\u{2069}'],
    'a width of nothing' => ["a\u{200b}b", 'a\u{200b}b'],
    'a control of eight bits' => ["a\u{9b}31m", 'a\u{9b}31m'],
    'a tag' => ["a\u{e0041}", 'a\u{e0041}'],
    'a return' => ["safe\rbad", 'safe\u{d}bad'],
]);

it('leaves what is seen as it is', function (string $text) {
    expect(WrittenOut::of($text))->toBe($text)->and(WrittenOut::isNeeded($text))->toBeFalse();
})->with(['bowline_m', "two\nlines\tand a tab", 'Größe', '日本語', 'a \u{1b}', '→']);

it('replaces what is no text', function () {
    expect(WrittenOut::of("a\xffb"))->toBe('a?b');
});

it('makes text of marks', function (string $text, string $marked) {
    expect(Markdown::text($text))->toBe($marked)->and(Markdown::plain($marked))->toBe($text);
})->with([
    ['a | b', 'a \| b'],
    ['**bold** and `code`', '\*\*bold\*\* and \`code\`'],
    ['<script>alert(1)</script>', '\<script\>alert(1)\</script\>'],
    ['[a](https://b)', '\[a\](https\://b)'],
    ['www.b', 'www\.b'],
    ['# heading', '\# heading'],
    ['- entry', '\- entry'],
    ['1. first', '1\. first'],
    ['> said', '\> said'],
    ['--- ', '\--- '],
    ['_a_ of vendor_boot', '\_a\_ of vendor_boot'],
    ['a\b', 'a\\\\b'],
    ['&lt;', '\&lt;'],
    ['14.0.8 (5 min): Größe', '14.0.8 (5 min): Größe'],
]);

it('keeps a text on its line', function () {
    expect(Markdown::text("a\n\n# b\r\nc"))->toBe('a # b c')->and(Markdown::text("\x1b[1m"))->toBe('\\\\u{1b}\[1m');
});

/** What CommonMark of another's making sees in it: nothing but text. */
it('is nothing but text to a reader of Markdown', function (string $text) {
    $marked = Markdown::text($text);
    $page = "# {$marked}\n\n- {$marked}\n\n| a |\n|---|\n| {$marked} |\n";
    $html = (new League\CommonMark\GithubFlavoredMarkdownConverter())->convert($page)->getContent();
    preg_match_all('#<(?!/)(\w+)#', $html, $found);
    expect($found[1])->toBe(['h1', 'ul', 'li', 'table', 'thead', 'tr', 'th', 'tbody', 'tr', 'td']);
    expect(substr_count(html_entity_decode(strip_tags($html)), trim($text)))->toBe(3);
})->with([
    'a | b | c',
    '**bold** _it_ ~~out~~ `code`',
    '<img src=x onerror=alert(1)>',
    '![x](https://a.example/x.png) https://a.example www.a.example',
    '1) first',
    '- [ ] to do',
    '&lt;b&gt; \*',
    '=== ',
    'x\\',
]);
