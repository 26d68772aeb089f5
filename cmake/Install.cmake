include(CMakePackageConfigHelpers)

install(TARGETS juggler_core juggler_io EXPORT JugglerTargets)
install(TARGETS juggler_program)
install(DIRECTORY ${PROJECT_SOURCE_DIR}/include/juggler ${PROJECT_BINARY_DIR}/include/juggler
  DESTINATION ${CMAKE_INSTALL_INCLUDEDIR})
install(FILES ${PROJECT_SOURCE_DIR}/LICENSE ${PROJECT_SOURCE_DIR}/LICENSES-THIRD-PARTY.md
  DESTINATION ${CMAKE_INSTALL_DOCDIR})

if(NOT CMAKE_CROSSCOMPILING)
  set(made ${PROJECT_BINARY_DIR}/share)
  install(FILES ${made}/juggler.1 DESTINATION ${CMAKE_INSTALL_MANDIR}/man1)
  install(FILES ${made}/juggler DESTINATION ${CMAKE_INSTALL_DATADIR}/bash-completion/completions)
  install(FILES ${made}/_juggler DESTINATION ${CMAKE_INSTALL_DATADIR}/zsh/site-functions)
endif()

set(package_dir ${CMAKE_INSTALL_LIBDIR}/cmake/Juggler)
install(EXPORT JugglerTargets NAMESPACE Juggler:: DESTINATION ${package_dir})
configure_package_config_file(${PROJECT_SOURCE_DIR}/cmake/JugglerConfig.cmake.in
  ${PROJECT_BINARY_DIR}/JugglerConfig.cmake INSTALL_DESTINATION ${package_dir})
write_basic_package_version_file(${PROJECT_BINARY_DIR}/JugglerConfigVersion.cmake COMPATIBILITY SameMinorVersion)
install(FILES ${PROJECT_BINARY_DIR}/JugglerConfig.cmake ${PROJECT_BINARY_DIR}/JugglerConfigVersion.cmake
  DESTINATION ${package_dir})

file(RELATIVE_PATH pc_to_prefix ${CMAKE_INSTALL_FULL_LIBDIR}/pkgconfig ${CMAKE_INSTALL_PREFIX})
configure_file(${PROJECT_SOURCE_DIR}/cmake/juggler.pc.in ${PROJECT_BINARY_DIR}/juggler.pc @ONLY)
install(FILES ${PROJECT_BINARY_DIR}/juggler.pc DESTINATION ${CMAKE_INSTALL_LIBDIR}/pkgconfig)
