package keensparrow.server.audit;

/** What is recorded. */
public enum AuditAction {
    SIGNED_IN("signed in"),
    SIGN_IN_REFUSED("was refused at signing in"),
    SIGNED_OUT("signed out"),
    PASSWORD_CHANGED("changed the own password"),
    SESSION_ENDED("ended an own sign-in"),
    TOKEN_MADE("made a token"),
    TOKEN_ENDED("ended a token"),
    ACCOUNT_ADDED("added an account"),
    ACCOUNT_CHANGED("changed an account"),
    ACCOUNT_REMOVED("removed an account"),
    PASSWORD_RESET("set the password of an account"),
    PUBLISHED("published an edition"),
    ACCESS_CHANGED("changed who may open a link"),
    LINK_RENEWED("renewed a link"),
    LINK_WITHDRAWN("withdrew a link"),
    DOWNLOADED("downloaded"),
    BACKED_UP("took a backup");

    private final String words;

    AuditAction(String words) {
        this.words = words;
    }

    public String words() {
        return words;
    }
}
