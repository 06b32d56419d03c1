package org.pelerin.app.shell.frame;

import jakarta.servlet.http.HttpServletResponse;
import java.util.NoSuchElementException;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.pelerin.app.collect.CollectService;
import org.pelerin.app.loggers.connection.Dock;
import org.pelerin.app.organisation.account.AccountService;
import org.pelerin.app.platform.language.StoredTexts;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.rights.NotYourSiteException;
import org.pelerin.app.platform.web.NotThereException;
import org.pelerin.app.platform.web.StorageTrouble;
import org.pelerin.core.language.CurrentLanguage;
import org.pelerin.link.LinkException;
import org.pelerin.link.message.RefusedException;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.InvalidPropertyException;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.dao.DataIntegrityViolationException;
import org.springframework.http.HttpStatus;
import org.springframework.security.core.Authentication;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.ControllerAdvice;
import org.springframework.web.bind.annotation.ExceptionHandler;
import org.springframework.web.multipart.MaxUploadSizeExceededException;
import org.springframework.web.multipart.MultipartException;

/** What went wrong, in plain words and in our look. */
@ControllerAdvice
@Order(Ordered.HIGHEST_PRECEDENCE + 10)
class Problems {

    private static final Logger LOG = LoggerFactory.getLogger(Problems.class);

    private final Shell shell;
    private final AccountService accounts;

    Problems(Shell shell, AccountService accounts) {
        this.accounts = accounts;
        this.shell = shell;
    }

    @ExceptionHandler(NotThereException.class)
    String notThere(NotThereException e, Model model, HttpServletResponse response, Authentication me) {
        return page(
                model,
                response,
                me,
                HttpStatus.NOT_FOUND,
                e.getReason(),
                Texts.of("shell.frame.problems.checkTheAddressOrSearch"));
    }

    @ExceptionHandler(NotYourSiteException.class)
    String notYours(NotYourSiteException e, Model model, HttpServletResponse response, Authentication me) {
        return page(
                model,
                response,
                me,
                HttpStatus.FORBIDDEN,
                e.whole()
                        ? Texts.of("shell.frame.problems.needsAllSites")
                        : Texts.of("shell.frame.problems.notYourSite"),
                Texts.of("shell.frame.problems.sitesAreGivenBy", "who", Texts.and(accounts.administrators())));
    }

    @ExceptionHandler(Dock.NotConnectedException.class)
    String notConnected(Dock.NotConnectedException e, Model model, HttpServletResponse response, Authentication me) {
        return page(
                model,
                response,
                me,
                HttpStatus.CONFLICT,
                Texts.of("shell.frame.problems.isNotInTheDock", "reason", StoredTexts.read(e.getMessage())),
                Texts.of("shell.frame.problems.plugItIntoAFree"));
    }

    @ExceptionHandler(CollectService.NotNowException.class)
    String notNow(CollectService.NotNowException e, Model model, HttpServletResponse response, Authentication me) {
        return page(
                model,
                response,
                me,
                HttpStatus.CONFLICT,
                Texts.sentence(e.getMessage()),
                Texts.of("shell.frame.problems.nothingWasChangedGoBack"));
    }

    @ExceptionHandler(LinkException.class)
    String link(LinkException e, Model model, HttpServletResponse response, Authentication me) {
        return page(
                model,
                response,
                me,
                HttpStatus.CONFLICT,
                Texts.sentence(e.getMessage()),
                Texts.of("shell.frame.problems.checkTheCableAndTry"));
    }

    @ExceptionHandler(RefusedException.class)
    String refused(RefusedException e, Model model, HttpServletResponse response, Authentication me) {
        return page(
                model,
                response,
                me,
                HttpStatus.CONFLICT,
                Texts.of("shell.frame.problems.theLoggerRefused", "reason", StoredTexts.read(e.getMessage())),
                Texts.of("shell.frame.problems.theLoggerWasNotChanged"));
    }

    /** A form that none of ours sends: a list where there is a text, a number among the millions, half an upload. */
    @ExceptionHandler({InvalidPropertyException.class, MultipartException.class})
    String notRead(Exception e, Model model, HttpServletResponse response, Authentication me) throws Exception {
        if (StorageTrouble.of(e).isPresent()) {
            throw e;
        }
        boolean large = e instanceof MaxUploadSizeExceededException;
        return page(
                model,
                response,
                me,
                large ? HttpStatus.CONTENT_TOO_LARGE : HttpStatus.BAD_REQUEST,
                large
                        ? Texts.of("shell.frame.problems.theFileIsTooLarge")
                        : Texts.of("shell.frame.problems.theRequestCouldNotBe"),
                large
                        ? Texts.of("shell.frame.problems.aFileHasAtMost")
                        : Texts.of("shell.frame.problems.nothingWasChangedGoBack2"));
    }

    /** A number or a name that is sent along, of something that is not there, or not any more. */
    @ExceptionHandler(NoSuchElementException.class)
    String notAnyMore(NoSuchElementException e, Model model, HttpServletResponse response, Authentication me) {
        // without its words, which may be those of the request
        LOG.warn("Asked for what is not there, at {}", e.getStackTrace().length == 0 ? "?" : e.getStackTrace()[0]);
        return page(
                model,
                response,
                me,
                HttpStatus.NOT_FOUND,
                Texts.of("shell.frame.problems.thisDoesNotExistOr"),
                Texts.of("shell.frame.problems.nothingWasChangedGoBack3"));
    }

    /** Fields that are numbered where there is one, or numbered with what is no number. */
    @ExceptionHandler(NumberFormatException.class)
    String noNumber(NumberFormatException e, Model model, HttpServletResponse response, Authentication me) {
        return page(
                model,
                response,
                me,
                HttpStatus.BAD_REQUEST,
                Texts.of("shell.frame.problems.theRequestCouldNotBe"),
                Texts.of("shell.frame.problems.nothingWasChangedGoBack2"));
    }

    private static final Pattern TOO_LONG = Pattern.compile("too long for column '(?:.*\\.)?`?([a-z_]+)");

    /**
     * What is longer, or larger, than it can be kept: the database refuses it whole, so that nothing is cut off in silence. Fields say so
     * before ({@link org.pelerin.app.platform.text.Length}); this is what stands behind them.
     */
    @ExceptionHandler(DataIntegrityViolationException.class)
    String notKept(DataIntegrityViolationException e, Model model, HttpServletResponse response, Authentication me) {
        String cause = String.valueOf(e.getMostSpecificCause().getMessage());
        Matcher column = TOO_LONG.matcher(cause);
        boolean named = column.find();
        LOG.warn(
                "Not kept: {}",
                named ? column.group(1) + " is too long" : e.getClass().getSimpleName());
        return page(
                model,
                response,
                me,
                HttpStatus.BAD_REQUEST,
                named
                        ? Texts.of(
                                "shell.frame.problems.theIsTooLong",
                                "replace",
                                column.group(1).replace('_', ' '))
                        : Texts.of("shell.frame.problems.anEntryIsTooLong"),
                Texts.of("shell.frame.problems.nothingWasChangedGoBack4"));
    }

    private String page(
            Model model,
            HttpServletResponse response,
            Authentication me,
            HttpStatus status,
            String what,
            String advice) {
        shell.frame(model, me, CurrentLanguage.get());
        response.setStatus(status.value());
        model.addAttribute("what", what);
        model.addAttribute("advice", advice);
        return "problem";
    }
}
