package org.mendedleaf.standin.dav;

import java.io.IOException;
import java.util.List;
import org.apache.jackrabbit.webdav.DavException;
import org.apache.jackrabbit.webdav.DavResource;
import org.apache.jackrabbit.webdav.DavResourceLocator;
import org.apache.jackrabbit.webdav.DavServletResponse;
import org.apache.jackrabbit.webdav.MultiStatusResponse;
import org.apache.jackrabbit.webdav.io.OutputContext;
import org.apache.jackrabbit.webdav.property.DavProperty;
import org.apache.jackrabbit.webdav.property.DavPropertyName;
import org.apache.jackrabbit.webdav.property.DavPropertySet;
import org.apache.jackrabbit.webdav.property.HrefProperty;
import org.apache.jackrabbit.webdav.property.PropEntry;
import org.apache.jackrabbit.webdav.version.DeltaVConstants;
import org.apache.jackrabbit.webdav.version.LabelInfo;
import org.apache.jackrabbit.webdav.version.VersionHistoryResource;
import org.apache.jackrabbit.webdav.version.VersionResource;
import org.mendedleaf.standin.keep.Keep;
import org.mendedleaf.standin.keep.KeptFile;
import org.mendedleaf.standin.keep.KeptState;
import org.mendedleaf.standin.keep.StateChange;
import org.mendedleaf.standin.keep.Trait;

/** One version of a file. */
final class StateNode extends Node implements VersionResource {

  private final KeptFile file;
  private final KeptState state;

  StateNode(
      Served served, DavResourceLocator locator, Caller caller, KeptFile file, KeptState state) {
    super(served, locator, caller);
    this.file = file;
    this.state = state;
  }

  @Override
  public long getModificationTime() {
    return state.at();
  }

  @Override
  DavPropertySet describe() {
    DavPropertySet all = new DavPropertySet();
    FileNode.bytes(all, file.path(), state);
    all.add(Answers.property(DavPropertyName.GETETAG, "\"" + state.id() + "\""));
    all.add(new HrefProperty(VERSION_HISTORY, href(Served.history(file)), true));
    describe(all, state, served().keep());
    return all;
  }

  /** What a version says of itself, and its file while it is the newest. */
  static void describe(DavPropertySet all, KeptState state, Keep keep) {
    boolean isNumbered =
        keep.has(Trait.NUMBERS) && !(keep.has(Trait.UNNUMBERED_FIRST) && state.number() == 1);
    all.add(
        Answers.property(VERSION_NAME, isNumbered ? Integer.toString(state.number()) : state.id()));
    if (isNumbered) {
      all.add(Answers.property(Ours.NUMBER, state.number()));
    }
    if (state.who() != null) {
      all.add(Answers.property(DeltaVConstants.CREATOR_DISPLAYNAME, state.who()));
    }
    if (state.note() != null) {
      all.add(Answers.property(DeltaVConstants.COMMENT, state.note()));
    }
    if (keep.has(Trait.DRAFTS)) {
      all.add(Answers.property(Ours.DRAFT, state.isDraft()));
    }
    if (keep.has(Trait.HOLDS)) {
      all.add(Answers.property(Ours.HELD, state.isHeld()));
    }
    if (keep.has(Trait.CHECKSUMS)) {
      all.add(Answers.property(Ours.SHA_256, state.sha256()));
    }
  }

  @Override
  public void spool(OutputContext to) throws IOException {
    to.setETag("\"" + state.id() + "\"");
    FileNode.spool(served().keep(), file.path(), state, to);
  }

  @Override
  public DavResource getCollection() {
    return new HistoryNode(
        served(), served().locator(getLocator(), Served.history(file)), caller(), file);
  }

  @Override
  public MultiStatusResponse alterProperties(List<? extends PropEntry> changes)
      throws DavException {
    MultiStatusResponse answer = new MultiStatusResponse(getHref(), (String) null);
    for (PropEntry change : changes) {
      if (!(change instanceof DavProperty<?> property)) {
        throw refused();
      }
      StateChange to = change(property);
      Answers.of(
          () -> {
            served().keep().change(file.id(), state.id(), to);
            return to;
          });
      answer.add(property.getName(), DavServletResponse.SC_OK);
    }
    return answer;
  }

  private static StateChange change(DavProperty<?> property) throws DavException {
    Object value = property.getValue();
    String text = value == null ? "" : value.toString();
    DavPropertyName name = property.getName();
    if (name.equals(DeltaVConstants.COMMENT)) {
      return StateChange.note(text.isEmpty() ? null : text);
    }
    if (name.equals(Ours.HELD)) {
      return StateChange.hold(Boolean.parseBoolean(text));
    }
    if (name.equals(Ours.DRAFT)) {
      return StateChange.draft(Boolean.parseBoolean(text));
    }
    throw refused();
  }

  @Override
  public void label(LabelInfo info) throws DavException {
    throw refused();
  }

  @Override
  public VersionHistoryResource getVersionHistory() {
    return (HistoryNode) getCollection();
  }
}
