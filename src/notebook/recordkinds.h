#pragma once

#include "notebook/notebook.h"

#include <string_view>
#include <type_traits>
#include <utility>

namespace iris {

/// One kind of record: what it is called, and where its records stand in a notebook and in an edit.
template <typename Records, typename Record> struct Kind {
    const char* table; ///< in the database, and among the numbers given out
    const char* list;  ///< in JSON
    const char* word;  ///< in sentences: "reading 7"
    const char* words; ///< of several
    Records Notebook::*records;
    Changes<Record> NotebookEdit::*changes;
    std::size_t most = 0; ///< of one notebook; 0 for any number
    int since = 6;        ///< the schema that it came with; the sixth and those before are told in notebookschema.cpp
};
template <typename Records, typename Record, typename... Most>
Kind(const char*, const char*, const char*, const char*, Records Notebook::*, Changes<Record> NotebookEdit::*, Most...)
    -> Kind<Records, Record>;

template <typename OneKind>
using RecordOf =
    typename std::remove_cvref_t<decltype(std::declval<Notebook>().*std::declval<OneKind>().records)>::value_type;

/// Calls visit(kind) for every kind of record that has numbers. What others name comes before them.
template <typename Visit> void forEachKind(Visit&& visit)
{
    using N = Notebook;
    using E = NotebookEdit;
    visit(Kind{"tube", "tubes", "tube", "tubes", &N::tubes, &E::tubes});
    visit(Kind{"swatch", "swatches", "reading", "readings", &N::swatches, &E::swatches});
    visit(Kind{"paper", "papers", "paper", "papers", &N::papers, &E::papers});
    visit(Kind{"device", "devices", "device", "devices", &N::devices, &E::devices});
    visit(Kind{"filter", "filters", "view", "views", &N::filters, &E::filters});
    visit(Kind{"subject", "subjects", "picture", "pictures", &N::subjects, &E::subjects, mostSubjects});
    visit(Kind{"need", "needs", "need", "needs", &N::needs, &E::needs});
    visit(Kind{"palette", "palettes", "palette", "palettes", &N::palettes, &E::palettes});
    visit(Kind{"sheet", "sheets", "sheet", "sheets", &N::sheets, &E::sheets});
    visit(Kind{"mix", "mixes", "mix", "mixes", &N::mixes, &E::mixes});
    visit(Kind{"well", "wells", "well", "wells", &N::wells, &E::wells, mostWells, 7});
}

/// What an edit does to the records of one kind.
template <typename Record> Changes<Record>& changesOf(NotebookEdit& edit)
{
    Changes<Record>* changes = nullptr;
    forEachKind([&](const auto& kind) {
        if constexpr (std::is_same_v<RecordOf<decltype(kind)>, Record>)
            changes = &(edit.*kind.changes);
    });
    return *changes;
}

/// The table of the records that numbers of this kind belong to.
template <typename Id> const char* tableOf(Id)
{
    const char* table = nullptr;
    forEachKind([&](const auto& kind) {
        using Record = RecordOf<decltype(kind)>;
        if constexpr (std::is_same_v<decltype(Record::id), Id>)
            table = kind.table;
    });
    return table;
}

/// True for a kind of record, as its table is called.
inline bool isKind(std::string_view table)
{
    bool is = false;
    forEachKind([&](const auto& kind) { is = is || table == kind.table; });
    return is;
}

} // namespace iris
