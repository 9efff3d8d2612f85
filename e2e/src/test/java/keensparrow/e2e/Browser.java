package keensparrow.e2e;

import java.io.File;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.function.Function;
import org.openqa.selenium.By;
import org.openqa.selenium.Dimension;
import org.openqa.selenium.Keys;
import org.openqa.selenium.OutputType;
import org.openqa.selenium.StaleElementReferenceException;
import org.openqa.selenium.WebElement;
import org.openqa.selenium.chrome.ChromeDriver;
import org.openqa.selenium.chrome.ChromeDriverService;
import org.openqa.selenium.chrome.ChromeOptions;
import org.openqa.selenium.interactions.Actions;
import org.openqa.selenium.support.ui.Select;
import org.openqa.selenium.support.ui.WebDriverWait;

/** A headless Chromium with a profile of its own. Waits for what is expected, never for a time. */
final class Browser implements AutoCloseable {
    private static final int MAX_TABS = 120;

    private final ChromeDriver driver;
    private final Path downloads;

    Browser(Path folder) throws IOException {
        java.util.logging.Logger.getLogger("org.openqa.selenium").setLevel(java.util.logging.Level.SEVERE);
        Path profile = Files.createTempDirectory(folder, "profile");
        downloads = Files.createDirectories(profile.resolve("downloads"));
        ChromeDriverService service = new ChromeDriverService.Builder()
                .usingDriverExecutable(new File("/usr/bin/chromedriver"))
                .usingAnyFreePort()
                .build();
        ChromeOptions options = new ChromeOptions();
        options.setBinary("/usr/bin/chromium");
        options.setExperimentalOption("prefs", Map.of("download.default_directory", downloads.toString()));
        options.addArguments(
                "--headless=new",
                "--no-sandbox",
                "--disable-gpu",
                "--disable-dev-shm-usage",
                "--disable-quic",
                "--no-first-run",
                "--disable-background-networking",
                "--disable-component-update",
                "--disable-sync",
                "--disable-extensions",
                "--host-resolver-rules=MAP * ~NOTFOUND, EXCLUDE 127.0.0.1",
                "--force-device-scale-factor=1",
                "--lang=en-GB",
                "--accept-lang=en-GB",
                "--user-data-dir=" + profile);
        driver = new ChromeDriver(service, options);
        size(1280, 800);
    }

    void size(int width, int height) {
        driver.executeCdpCommand(
                "Emulation.setDeviceMetricsOverride",
                Map.of("width", width, "height", height, "deviceScaleFactor", 1, "mobile", false));
    }

    /** Of somebody with other languages, those preferred first. */
    void languages(String languages) {
        String agent = String.valueOf(driver.executeScript("return navigator.userAgent"));
        driver.executeCdpCommand(
                "Emulation.setUserAgentOverride", Map.of("userAgent", agent, "acceptLanguage", languages));
    }

    /** As it is printed, or on the screen again. */
    void printed(boolean printed) {
        driver.executeCdpCommand("Emulation.setEmulatedMedia", Map.of("media", printed ? "print" : "screen"));
    }

    /** Cuts the connection, or mends it. */
    void offline(boolean cut) {
        driver.executeCdpCommand("Network.enable", Map.of());
        driver.executeCdpCommand(
                "Network.emulateNetworkConditions",
                Map.of("offline", cut, "latency", 0, "downloadThroughput", -1, "uploadThroughput", -1));
    }

    Browser open(String address) {
        driver.get(address);
        return this;
    }

    String address() {
        return driver.getCurrentUrl();
    }

    /** Waits until the address holds something. */
    void addressHas(String part) {
        wait(page -> String.valueOf(page.getCurrentUrl()).contains(part) ? part : null, part);
    }

    void back() {
        driver.navigate().back();
    }

    private <T> T wait(Function<ChromeDriver, T> expected, String what) {
        return new WebDriverWait(driver, Duration.ofSeconds(20))
                .ignoring(StaleElementReferenceException.class)
                .withMessage(() -> what + " at " + driver.getCurrentUrl() + " in: " + text("body"))
                .until(ignored -> expected.apply(driver));
    }

    /** The first visible element, once there is one. */
    WebElement see(String css) {
        return wait(
                page -> page.findElements(By.cssSelector(css)).stream()
                        .filter(WebElement::isDisplayed)
                        .findFirst()
                        .orElse(null),
                css);
    }

    WebElement seeText(String tag, String text) {
        String xpath = "//" + tag + "[contains(normalize-space(.), \"" + text + "\")]";
        return wait(
                page -> page.findElements(By.xpath(xpath)).stream()
                        .filter(WebElement::isDisplayed)
                        .reduce((first, last) -> last)
                        .orElse(null),
                xpath);
    }

    List<WebElement> all(String css) {
        return driver.findElements(By.cssSelector(css));
    }

    private String text(String css) {
        List<WebElement> found = all(css);
        return found.isEmpty() ? "" : found.get(0).getText();
    }

    /** Waits until the text of an element holds something. */
    void sees(String css, String text) {
        wait(page -> text(css).contains(text) ? true : null, css + " to say " + text);
    }

    void seesNarrower(String css, int than) {
        wait(page -> see(css).getSize().getWidth() < than ? true : null, css + " narrower than " + than);
    }

    void seesNo(String css) {
        wait(page -> page.findElements(By.cssSelector(css)).isEmpty() ? true : null, css + " to be gone");
    }

    void click(String css) {
        wait(
                page -> {
                    see(css).click();
                    return true;
                },
                css);
    }

    void clickText(String tag, String text) {
        wait(
                page -> {
                    seeText(tag, text).click();
                    return true;
                },
                tag + " " + text);
    }

    void type(String css, String text) {
        see(css).sendKeys(text);
    }

    /** Gives a file to a picker that is not shown. */
    void pick(String css, Path file) {
        wait(page -> page.findElements(By.cssSelector(css)).isEmpty() ? null : true, css);
        driver.findElement(By.cssSelector(css)).sendKeys(file.toAbsolutePath().toString());
    }

    void signIn(String address, String name, String password) {
        open(address + "/sign-in");
        fillIn(name, password);
        seesNo("input[name=password]");
    }

    void fillIn(String name, String password) {
        type("input[name=name]", name);
        type("input[name=password]", password);
        click("button[type=submit]");
    }

    /** Presses on a bar of a chart, the first being 0. */
    void pressBar(String view, int index, int of) {
        WebElement chart = see("[data-part='view:" + view + "'] .OneChart-chart[data-ready]:not([data-ready='0'])");
        int height = chart.getSize().getHeight() - 8;
        int down = 4 + (int) (height * (index + 0.5) / of);
        Actions actions = new Actions(driver);
        actions.moveToElement(chart, 0, down - chart.getSize().getHeight() / 2)
                .click()
                .perform();
    }

    /** Moves the pointer over a place of an element, in parts of its width and height. */
    void hover(String css, double across, double down) {
        WebElement element = see(css);
        Dimension size = element.getSize();
        new Actions(driver)
                .moveToElement(
                        element, (int) ((across - 0.5) * size.getWidth()), (int) ((down - 0.5) * size.getHeight()))
                .perform();
    }

    void drag(WebElement handle, int x, int y) {
        new Actions(driver)
                .moveToElement(handle)
                .clickAndHold()
                .moveByOffset(x / 4, y / 4)
                .moveByOffset(x / 4, y / 4)
                .moveByOffset(x - 2 * (x / 4), y - 2 * (y / 4))
                .release()
                .perform();
    }

    /** Picks an option of one of Ant Design's selects by its name and what is typed. */
    void choose(String select, String option) {
        click(".ant-select[aria-label='" + select + "'], .ant-select:has(input[aria-label='" + select + "'])");
        wait(
                page -> {
                    page.findElements(By.cssSelector(".ant-select-item-option")).stream()
                            .filter(item -> item.isDisplayed() && item.getText().equals(option))
                            .findFirst()
                            .orElseThrow(() -> new StaleElementReferenceException("no option yet"))
                            .click();
                    return true;
                },
                option);
    }

    /** Finds an option of one of Ant Design's selects by typing. */
    void find(String select, String option) {
        String input = ".ant-select[aria-label='" + select + "'] input, input[aria-label='" + select + "']";
        click(".ant-select:has(input[aria-label='" + select + "'])");
        see(input).sendKeys(option);
        seeText("div[contains(@class, 'ant-select-item-option-content')]", option)
                .click();
    }

    /** Picks an option of what colleagues choose, by the name of the choice. */
    void pickOption(String choice, String option) {
        new Select(see("select[aria-label='" + choice + "']"))
                .getOptions().stream()
                        .filter(each -> each.getText().startsWith(option))
                        .findFirst()
                        .orElseThrow()
                        .click();
    }

    /** The one file downloaded, once it is whole. */
    Path downloaded() {
        return wait(
                page -> {
                    File[] files = downloads.toFile().listFiles((folder, name) -> name.endsWith(".csv"));
                    return files == null || files.length == 0 ? null : files[0].toPath();
                },
                "a download");
    }

    Object script(String code, Object... arguments) {
        return driver.executeScript(code, arguments);
    }

    /** What a script calls back with. */
    Object later(String code, Object... arguments) {
        driver.manage().timeouts().scriptTimeout(Duration.ofSeconds(60));
        return driver.executeAsyncScript(code, arguments);
    }

    void picture(Path file) throws IOException {
        Files.write(file, driver.getScreenshotAs(OutputType.BYTES));
    }

    /** Presses the tabulator until what has the focus is called so, by its text or its label. */
    void tabTo(String name) {
        for (int i = 0; i < MAX_TABS; i++) {
            new Actions(driver).sendKeys(Keys.TAB).perform();
            try {
                WebElement now = driver.switchTo().activeElement();
                if (name.equals(now.getText().strip()) || name.equals(now.getDomAttribute("aria-label"))) {
                    return;
                }
            } catch (StaleElementReferenceException redrawn) {
                continue; // what had the focus was drawn anew meanwhile
            }
        }
        throw new AssertionError("the tabulator never reaches " + name);
    }

    void press(CharSequence... keys) {
        driver.switchTo().activeElement().sendKeys(keys);
    }

    @Override
    public void close() {
        driver.quit();
    }
}
