package inky.courier.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Browser;
import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.BrowserType;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.Playwright;
import com.microsoft.playwright.assertions.PlaywrightAssertions;
import com.microsoft.playwright.options.AriaRole;
import inky.courier.harness.Courier;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;

/** Debian's Chromium without a screen, driven by Playwright; remembers what the pages complained of. */
final class Chrome implements AutoCloseable {
    private static final List<String> ARGUMENTS = List.of(
            "--no-sandbox",
            "--disable-dev-shm-usage",
            "--disable-background-networking",
            "--disable-component-update",
            "--disable-sync",
            "--no-first-run");
    private static final Path AXE = Path.of("../web/node_modules/axe-core/axe.min.js");

    /** A busy machine takes many seconds for a stack of paper; what never comes is still found. */
    private static final double PATIENCE_MILLIS = 60_000;

    private final Playwright playwright;
    private final Browser browser;
    private final List<String> complaints = new ArrayList<>();

    /** The walk's class, after which its last pictures are named. */
    private final String walk = StackWalker.getInstance(StackWalker.Option.RETAIN_CLASS_REFERENCE)
            .getCallerClass()
            .getSimpleName();

    Chrome() {
        PlaywrightAssertions.setDefaultAssertionTimeout(PATIENCE_MILLIS);
        playwright = Playwright.create(
                new Playwright.CreateOptions().setEnv(Map.of("PLAYWRIGHT_SKIP_BROWSER_DOWNLOAD", "1")));
        browser = playwright
                .chromium()
                .launch(new BrowserType.LaunchOptions()
                        .setExecutablePath(Path.of("/usr/bin/chromium"))
                        .setArgs(ARGUMENTS));
    }

    /** A window of its own, with its own cookies. */
    Page window(int width, int height) {
        BrowserContext context = browser.newContext(new Browser.NewContextOptions()
                .setViewportSize(width, height)
                .setReducedMotion(com.microsoft.playwright.options.ReducedMotion.REDUCE));
        context.setDefaultTimeout(PATIENCE_MILLIS);
        Page page = context.newPage();
        page.onPageError(error -> complaints.add(page.url() + ": " + error));
        page.onConsoleMessage(message -> {
            // An answer of 4xx to what was typed is part of the walk; the page itself must not fail.
            if (message.type().equals("error") && !message.text().startsWith("Failed to load resource")) {
                complaints.add(page.url() + ": " + message.text());
            }
        });
        return page;
    }

    /** Somebody at the desk, signed in as its first administrator. */
    Page desk(Courier courier) {
        Page desk = window(1280, 800);
        desk.navigate(courier.uri().toString());
        desk.getByLabel("Account").fill("maud");
        desk.getByLabel("Password").fill("ferry crossing 7");
        desk.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Sign in"))
                .click();
        PlaywrightAssertions.assertThat(desk.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("Deliveries"))
                        .first())
                .isVisible();
        return desk;
    }

    List<String> complaints() {
        return complaints;
    }

    /**
     * WCAG 2.2 A and AA by axe-core: no violation in what is shown now. Looked at from the top: what lies half under the head
     * of the page is no smaller for that.
     */
    static void checkAccessibility(Page page, String view) {
        try {
            if (Boolean.TRUE.equals(page.evaluate("() => !window.axe"))) {
                page.evaluate(Files.readString(AXE));
            }
        } catch (IOException e) {
            throw new java.io.UncheckedIOException(e);
        }
        Object violations = page.evaluate(
                "async () => { const main = document.scrollingElement; const at = main.scrollTop; main.scrollTop = 0; const r = await axe.run(document, { runOnly: ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa'], resultTypes: ['violations'] });"
                        + " main.scrollTop = at; return r.violations.map(v => v.id + ': ' + v.nodes.map(n => n.html.slice(0, 200) + ' ' + (n.any[0] ? n.any[0].message : '')).join(' || ')); }");
        assertThat((List<?>) violations).as("accessibility of " + view).isEmpty();
    }

    /** What every window shows at the end goes into target/, to be looked at when a walk failed. */
    private void picture() {
        int number = 0;
        for (BrowserContext context : browser.contexts()) {
            for (Page page : context.pages()) {
                page.screenshot(
                        new Page.ScreenshotOptions().setPath(Path.of("target", walk + "-" + number++ + ".png")));
            }
        }
    }

    @Override
    public void close() {
        picture();
        browser.close();
        playwright.close();
    }
}
