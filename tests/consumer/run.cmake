# Installs the build into a folder of its own, moves it, and uses it from another project.
set(work ${BUILD}/consumer)
file(REMOVE_RECURSE ${work})
function(run)
  execute_process(COMMAND ${ARGV} RESULT_VARIABLE code OUTPUT_VARIABLE out ERROR_VARIABLE out)
  if(NOT code EQUAL 0)
    message(FATAL_ERROR "${ARGV}\n${out}")
  endif()
  set(out "${out}" PARENT_SCOPE)
endfunction()

run(${CMAKE_COMMAND} --install ${BUILD} --prefix ${work}/first)
file(RENAME ${work}/first ${work}/moved)

set(expected "juggler 0.1.0: 1088.573711")
run(${CMAKE_COMMAND} -S ${SOURCE} -B ${work}/by-cmake -G Ninja -DCMAKE_PREFIX_PATH=${work}/moved
  -DCMAKE_CXX_COMPILER=${CXX} "-DCMAKE_CXX_FLAGS=${FLAGS}")
run(${CMAKE_COMMAND} --build ${work}/by-cmake)
run(${work}/by-cmake/consumer)
if(NOT out MATCHES "${expected}")
  message(FATAL_ERROR "by CMake: ${out}")
endif()

# A shape that the library knows nothing of gets all that others get.
run(${work}/by-cmake/toy)
if(NOT out MATCHES "girth off by nothing\nproof passed\ndxf 1 drawing 1 json 1 card 1")
  message(FATAL_ERROR "a shape of one's own: ${out}")
endif()

set(ENV{PKG_CONFIG_PATH} ${work}/moved/${LIBDIR}/pkgconfig)
run(pkg-config --cflags --libs juggler)
string(STRIP "${out}" flags)
separate_arguments(flags UNIX_COMMAND "${flags}")
separate_arguments(more UNIX_COMMAND "${FLAGS}")
run(${CXX} -std=c++20 ${more} ${SOURCE}/main.cpp ${flags} -o ${work}/by-pkg-config)
run(${work}/by-pkg-config)
if(NOT out MATCHES "${expected}")
  message(FATAL_ERROR "by pkg-config: ${out}")
endif()

run(${CMAKE_COMMAND} -S ${EXAMPLES} -B ${work}/examples -G Ninja -DCMAKE_PREFIX_PATH=${work}/moved
  -DCMAKE_CXX_COMPILER=${CXX} "-DCMAKE_CXX_FLAGS=${FLAGS}")
if(DEFINED ENV{JUGGLER_ALL_DRAWS})  # a quick run takes one of them
  run(${CMAKE_COMMAND} --build ${work}/examples)
else()
  run(${CMAKE_COMMAND} --build ${work}/examples --target from_a_job)
endif()
run(${work}/moved/bin/juggler --version)

foreach(made man/man1/juggler.1 bash-completion/completions/juggler zsh/site-functions/_juggler)
  file(SIZE ${work}/moved/share/${made} size)
  if(size LESS 1000)
    message(FATAL_ERROR "share/${made} has ${size} bytes")
  endif()
endforeach()
