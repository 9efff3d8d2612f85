package keensparrow.server.audit;

import keensparrow.core.words.Words;

/** What is recorded. */
public enum AuditAction {
    SIGNED_IN(Words.say("server.audit.signedIn")),
    SIGN_IN_REFUSED(Words.say("server.audit.wasRefusedAtSigningIn")),
    SIGNED_OUT(Words.say("server.audit.signedOut")),
    PASSWORD_CHANGED(Words.say("server.audit.changedTheOwnPassword")),
    SESSION_ENDED(Words.say("server.audit.endedAnOwnSignIn")),
    TOKEN_MADE(Words.say("server.audit.madeAToken")),
    TOKEN_ENDED(Words.say("server.audit.endedAToken")),
    ACCOUNT_ADDED(Words.say("server.audit.addedAnAccount")),
    ACCOUNT_CHANGED(Words.say("server.audit.changedAnAccount")),
    ACCOUNT_REMOVED(Words.say("server.audit.removedAnAccount")),
    PASSWORD_RESET(Words.say("server.audit.setThePasswordOfAn")),
    PUBLISHED(Words.say("server.audit.publishedAnEdition")),
    ACCESS_CHANGED(Words.say("server.audit.changedWhoMayOpenA")),
    LINK_RENEWED(Words.say("server.audit.renewedALink")),
    LINK_WITHDRAWN(Words.say("server.audit.withdrewALink")),
    DOWNLOADED(Words.say("server.audit.downloaded")),
    BACKED_UP(Words.say("server.audit.tookABackup"));

    private final String words;

    AuditAction(String words) {
        this.words = words;
    }

    public String words() {
        return words;
    }
}
