#pragma once

#include "notebook/recordkinds.h"

namespace iris {

// What a painter does to a notebook: each as the edit it comes to. The window and the command line both make their
// edits here.

/// Writes records of one kind down, new ones and changed ones.
template <typename Record> NotebookEdit putting(std::vector<Record> records)
{
    NotebookEdit edit;
    changesOf<Record>(edit).put = std::move(records);
    return edit;
}

template <typename Record> NotebookEdit putting(const Record& record)
{
    return putting(std::vector{record});
}

/// Writes a record down with the picture that it goes by, where that is not in the notebook yet.
template <typename Record> NotebookEdit putting(const Record& record, const std::optional<Picture>& picture)
{
    NotebookEdit edit = putting(record);
    if (picture)
        edit.pictures = {*picture};
    return edit;
}

/// Takes records of one kind out.
template <typename Record> NotebookEdit removing(const std::vector<decltype(Record::id)>& ids)
{
    NotebookEdit edit;
    changesOf<Record>(edit).removed = ids;
    return edit;
}

template <typename Record> NotebookEdit removing(decltype(Record::id) id)
{
    return removing<Record>(std::vector{id});
}

/// The tubes of a list that are not in the notebook yet. One that has the maker, range, name, codes and form of a tube
/// that is there is that tube: a list that is brought in twice does not double it. Two alike within the list are two
/// tubes.
std::vector<Tube> notYetIn(const Notebook& notebook, std::vector<Tube> tubes);

/// Files readings: the records themselves, and each tube that goes by its last dry one from now on. Colours a tube went
/// by that are in no record yet are filed first, so that nothing is lost. Readings of no tube in the notebook are
/// passed over.
NotebookEdit filing(const Notebook& notebook, const std::vector<SwatchRecord>& readings);
NotebookEdit filing(const Notebook& notebook, SwatchRecord reading);

/// A tube as it was changed by hand. Colours typed in are a reading, too.
/// @param today the day, as in 2026-10-03
NotebookEdit changing(const Notebook& notebook, const Tube& tube, const std::string& today);

/// The tube goes by an earlier reading again; nothing for a wet one.
NotebookEdit goingBy(const Notebook& notebook, SwatchId reading);

/// A copy of a tube beside it, without its readings.
NotebookEdit duplicating(const Notebook& notebook, TubeId tube);

/// Makes one entry of two: the kept tube takes over the readings, the places in palettes and the wishes of the other,
/// and whatever it had left open itself; the other is taken out.
NotebookEdit merging(const Notebook& notebook, TubeId kept, TubeId other);

/// A palette to keep.
/// @param wished tubes of it that are not in the notebook yet: they come in with it
NotebookEdit keepingPalette(const std::string& name, std::vector<TubeId> tubes, std::vector<Tube> wished = {});

/// Lays the values of a picture anew: its needs that were taken from it follow.
/// @param fitting what `fit` comes to for that picture
NotebookEdit layingValues(const Notebook& notebook, SubjectId subject, PictureFit fit, const PictureFitting& fitting);

/// A new well beside the others, in the place of the oldest where there are as many as there may be.
NotebookEdit beginning(const Notebook& notebook, const WellRecord& well);

// Each is nothing where it is so already.
NotebookEdit wishing(const Notebook& notebook, const PaletteWishes& wishes);
NotebookEdit callingWarm(const Notebook& notebook, WarmBlue side);
/// @param handling its touches one of allTouchesAPart
NotebookEdit handlingPaint(const Notebook& notebook, Handling handling);

} // namespace iris
