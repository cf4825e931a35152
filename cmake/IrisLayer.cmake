# One static library a folder. `iris_layer(name SOURCES ... USES ...)`: USES names the layers below, and the
# include path is src/, so a folder can only link what it lists; tests/house/tst_layers checks the includes too.
function(iris_layer name)
    cmake_parse_arguments(LAYER "" "" "SOURCES;USES" ${ARGN})
    add_library(iris_${name} STATIC ${LAYER_SOURCES})
    target_include_directories(iris_${name} PUBLIC ${PROJECT_SOURCE_DIR}/src)
    target_link_libraries(iris_${name} PUBLIC ${LAYER_USES})
    if(IRIS_FUZZ AND name IN_LIST IRIS_COMPUTING)
        target_compile_options(iris_${name} PRIVATE -fno-sanitize=all -O0)
        set_target_properties(iris_${name} PROPERTIES DISABLE_PRECOMPILE_HEADERS ON) # those of another layer, with other flags
    endif()
endfunction()

# What reads, writes and shows takes longest of all to compile and no time to run: the work is done in the layers above.
function(iris_only_hands_on target)
    target_compile_options(${target} PRIVATE $<$<CONFIG:Release>:-O1>)
endfunction()

# Turns text files into one C++ source with a raw string for each, so the core needs no files at run time.
# Re-run whenever an input changes.
function(iris_embed_text output namespace)
    set(text "// Generated from data/ by cmake/IrisLayer.cmake.\n#include <string_view>\nnamespace ${namespace} {\n")
    foreach(pair IN LISTS ARGN)
        string(REPLACE "=" ";" parts "${pair}")
        list(GET parts 0 symbol)
        list(GET parts 1 path)
        file(READ ${path} content)
        string(APPEND text "extern const std::string_view ${symbol};\nconst std::string_view ${symbol} = R\"iris~(${content})iris~\";\n")
        set_property(DIRECTORY APPEND PROPERTY CMAKE_CONFIGURE_DEPENDS ${path})
    endforeach()
    string(APPEND text "}\n")
    file(CONFIGURE OUTPUT ${output} CONTENT "${text}" @ONLY)
endfunction()
