package org.mendedleaf.desktop.frame;

import java.util.function.Consumer;
import org.mendedleaf.desktop.adopt.AdoptPage;
import org.mendedleaf.desktop.erase.ErasePage;
import org.mendedleaf.desktop.file.FilePage;
import org.mendedleaf.desktop.find.FoundPage;
import org.mendedleaf.desktop.gather.GatherPage;
import org.mendedleaf.desktop.intake.BringInPage;
import org.mendedleaf.desktop.ledger.LedgerPage;
import org.mendedleaf.desktop.lost.CopyPlacesPage;
import org.mendedleaf.desktop.lost.LostPage;
import org.mendedleaf.desktop.moment.ComparedPage;
import org.mendedleaf.desktop.moment.SnapshotsPage;
import org.mendedleaf.desktop.plan.OutlookPage;
import org.mendedleaf.desktop.plan.PlanPage;
import org.mendedleaf.desktop.plan.PlansPage;
import org.mendedleaf.desktop.plan.ThinPage;
import org.mendedleaf.desktop.recording.RecordingPage;
import org.mendedleaf.desktop.shelves.AllShelvesPage;
import org.mendedleaf.desktop.shelves.NewShelfPage;
import org.mendedleaf.desktop.shelves.StrayPage;
import org.mendedleaf.desktop.space.SpacePage;
import org.mendedleaf.desktop.store.DrillPage;
import org.mendedleaf.desktop.store.StorePage;
import org.mendedleaf.desktop.today.TodayPage;
import org.mendedleaf.desktop.tray.ReceiptPage;
import org.mendedleaf.desktop.tray.RehearsalPage;
import org.mendedleaf.desktop.tray.TrayPage;
import org.mendedleaf.desktop.work.Context;
import org.mendedleaf.desktop.work.navigation.Page;
import org.mendedleaf.desktop.work.navigation.Place;

/** Opens the page of each place. */
final class Pages {

  private final Context context;
  private final Consumer<Integer> matters;

  /**
   * @param matters hears how many matters need a person
   */
  Pages(Context context, Consumer<Integer> matters) {
    this.context = context;
    this.matters = matters;
  }

  Page at(Place place) {
    if (place instanceof Place.AllShelves) {
      return new AllShelvesPage(context);
    } else if (place instanceof Place.OneShelf one) {
      return new FolderPages(context, one);
    } else if (place instanceof Place.ShelfAt at) {
      return new FolderPages(context, at);
    } else if (place instanceof Place.Compared compared) {
      return new ComparedPage(context, compared);
    } else if (place instanceof Place.ShelfSnapshots of) {
      return new SnapshotsPage(context, of);
    } else if (place instanceof Place.RecordingOf of) {
      return new RecordingPage(context, of);
    } else if (place instanceof Place.Plans) {
      return new PlansPage(context);
    } else if (place instanceof Place.PlanOf of) {
      return new PlanPage(context, of);
    } else if (place instanceof Place.Outlook of) {
      return new OutlookPage(context, of);
    } else if (place instanceof Place.Thinning of) {
      return new ThinPage(context, of);
    } else if (place instanceof Place.Today) {
      return new TodayPage(context, matters);
    } else if (place instanceof Place.Gather gather) {
      return new GatherPage(context, gather);
    } else if (place instanceof Place.BringIn) {
      return new BringInPage(context);
    } else if (place instanceof Place.Lost) {
      return new LostPage(context);
    } else if (place instanceof Place.CopyPlaces) {
      return new CopyPlacesPage(context);
    } else if (place instanceof Place.OnTray) {
      return new TrayPage(context);
    } else if (place instanceof Place.Rehearsed rehearsed) {
      return new RehearsalPage(context, rehearsed);
    } else if (place instanceof Place.ReceiptOf of) {
      return new ReceiptPage(context, of);
    } else if (place instanceof Place.Found found) {
      return new FoundPage(context, found.typed());
    } else if (place instanceof Place.OneFile one) {
      return new FilePage(context, one);
    } else if (place instanceof Place.Erase erase) {
      return new ErasePage(context, erase);
    } else if (place instanceof Place.Stray stray) {
      return new StrayPage(context, stray.path());
    } else if (place instanceof Place.NewShelf add) {
      return new NewShelfPage(context, add.folder());
    }
    return ofStore(place);
  }

  private Page ofStore(Place place) {
    if (place instanceof Place.SpaceOf) {
      return new SpacePage(context);
    } else if (place instanceof Place.StoreOf of) {
      return new StorePage(context, of);
    } else if (place instanceof Place.DrillOf of) {
      return new DrillPage(context, of);
    } else if (place instanceof Place.Adopt adopt) {
      return new AdoptPage(context, adopt);
    } else if (place instanceof Place.Ledger) {
      return new LedgerPage(context);
    }
    throw new IllegalArgumentException("no page shows " + place);
  }
}
