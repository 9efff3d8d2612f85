package keensparrow.server.account;

import io.javalin.http.Context;
import java.util.List;
import keensparrow.core.words.Words;
import keensparrow.server.audit.AuditAction;
import keensparrow.server.audit.AuditLog;
import keensparrow.server.http.Access;
import keensparrow.server.http.Api;
import keensparrow.server.http.Caller;
import keensparrow.server.http.Requests;
import org.jspecify.annotations.Nullable;

/** Accounts, for administrators. */
public final class PeopleRoutes {
    private final PeopleService service;
    private final AuditLog audit;

    public PeopleRoutes(PeopleService service, AuditLog audit) {
        this.service = service;
        this.audit = audit;
    }

    record NewAccount(@Nullable String name, @Nullable String password, Caller.@Nullable Role role) {}

    record PasswordRequest(@Nullable String password) {}

    /** What is left out stays. */
    record ChangeRequest(
            Caller.@Nullable Role role, @Nullable Boolean disabled) {}

    record Person(long id, String name, Caller.Role role, boolean disabled, int apps, int datasets, int tokens) {}

    record People(List<Person> accounts) {}

    public void add(Api api) {
        api.get("/api/accounts", Access.ADMINISTRATOR, "All accounts", People.class, this::list);
        api.post("/api/accounts", Access.ADMINISTRATOR, "Add an account", NewAccount.class, null, this::addAccount);
        api.put(
                "/api/accounts/{id}",
                Access.ADMINISTRATOR,
                "Give an account another role, disable or enable it",
                ChangeRequest.class,
                null,
                this::change);
        api.put(
                "/api/accounts/{id}/password",
                Access.ADMINISTRATOR,
                "Set a password; sign-ins and tokens of the account end",
                PasswordRequest.class,
                null,
                this::setPassword);
        api.delete(
                "/api/accounts/{id}",
                Access.ADMINISTRATOR,
                "Remove an account; ?heir= is whom its apps are handed to",
                this::remove);
        api.get(
                "/api/accounts/{id}/tokens",
                Access.ADMINISTRATOR,
                "Tokens of an account",
                AccountRoutes.Tokens.class,
                (ctx, caller) -> ctx.json(AccountRoutes.tokens(service.tokens(Requests.id(ctx)))));
        api.delete(
                "/api/accounts/{id}/tokens/{token}",
                Access.ADMINISTRATOR,
                "End a token of an account",
                this::removeToken);
    }

    private void list(Context ctx, Caller caller) {
        ctx.json(new People(service.list().stream()
                .map(one -> new Person(
                        one.account().id(),
                        one.account().name(),
                        one.account().role(),
                        one.account().disabled(),
                        one.apps(),
                        one.datasets(),
                        one.tokens()))
                .toList()));
    }

    private void addAccount(Context ctx, Caller caller) {
        NewAccount request = Requests.body(ctx, NewAccount.class);
        String name = Requests.name(request.name(), Words.say("server.account.theName"), 80);
        Caller.Role role = Requests.present(request.role(), Words.say("server.account.theRole"));
        service.add(name, Requests.required(request.password(), Words.say("server.account.thePassword")), role);
        audit.note(
                ctx,
                caller,
                AuditAction.ACCOUNT_ADDED,
                Words.say("server.account.who", "name", name, "role", role.label()));
        ctx.status(204);
    }

    private void change(Context ctx, Caller caller) {
        ChangeRequest request = Requests.body(ctx, ChangeRequest.class);
        Account before = service.change(Requests.id(ctx), request.role(), request.disabled());
        String what = (request.role() == null
                        ? ""
                        : Words.say(
                                "server.account.who2", "role", request.role().label()))
                + (request.disabled() == null
                        ? ""
                        : request.disabled()
                                ? Words.say("server.account.disabled")
                                : Words.say("server.account.enabled"));
        audit.note(ctx, caller, AuditAction.ACCOUNT_CHANGED, before.name() + what);
        ctx.status(204);
    }

    private void setPassword(Context ctx, Caller caller) {
        PasswordRequest request = Requests.body(ctx, PasswordRequest.class);
        Account account = service.setPassword(
                Requests.id(ctx), Requests.required(request.password(), Words.say("server.account.thePassword")));
        audit.note(ctx, caller, AuditAction.PASSWORD_RESET, account.name());
        ctx.status(204);
    }

    private void remove(Context ctx, Caller caller) {
        String heir = ctx.queryParam("heir");
        Account gone = service.remove(Requests.id(ctx), heir == null ? null : Long.valueOf(Requests.number(heir)));
        audit.note(ctx, caller, AuditAction.ACCOUNT_REMOVED, gone.name());
        ctx.status(204);
    }

    private void removeToken(Context ctx, Caller caller) {
        Account account = service.removeToken(Requests.id(ctx), ctx.pathParam("token"));
        audit.note(ctx, caller, AuditAction.TOKEN_ENDED, Words.say("server.account.of", "account", account.name()));
        ctx.status(204);
    }
}
