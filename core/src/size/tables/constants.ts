import { tableOf } from './table';

/** Values of common practice that a job may change; nothing here is a limit. */
export const constants = tableOf(
  {
    title: 'Working values of common practice',
    source: 'common practice',
    mark: 'typical',
    unit: '',
    keyed: 'value',
    note: 'Each can be changed in job practice; it is then told as this job’s typical value.',
  },
  `value unit what
transformer_share     0.8    ×  a_24_V_transformer_is_loaded_to_this_share
spare_share           0.2    ×  spare_kept_for_later_loads
drop_share            0.15   ×  control_cable_may_lose_this_share_of_rated_volts
look_share            0.9    ×  a_contact_used_beyond_this_share_is_looked_at
resistor_look_share   0.8    ×  a_resistor_beyond_this_share_of_its_volts_is_looked_at
inductive_share_ac    0.4    ×  resistive_amps_that_hold_for_an_inductive_AC_load
inductive_share_dc    0.2    ×  resistive_amps_that_hold_for_an_inductive_DC_load
life_operations       100000 op  electrical_life_at_rated_load
mechanical_operations 250000 op  mechanical_life_the_low_end_of_what_is_usual
starts_an_hour        6      /h  starts_an_hour_when_nobody_counted
coil_pf_inrush        0.7    pf  power_factor_of_a_coil_at_pull-in
coil_pf_sealed        0.35   pf  power_factor_of_a_coil_held
least_dc_arc_V        30     V   DC_volts_above_which_an_explicit_rating_is_asked
insulation_step_K     10     K   hotter_by_this_halves_insulation_life
rail_spare_share      0.2    ×  rail_kept_free_in_a_new_panel
duct_fill_share       0.5    ×  of_a_duct’s_section_that_wires_may_fill
air_around_panel_C    35     °C  air_around_a_panel_when_nobody_measured_it
air_in_panel_C        40     °C  air_in_a_panel_up_to_which_devices_keep_their_rated_amps
air_in_panel_most_C   55     °C  air_in_a_panel_above_which_most_devices_are_not_made_for_it
panel_heat_W_m2K      5.5    W/m²K  heat_that_painted_sheet_steel_gives_off
wire_slack_mm         80     mm  wire_kept_over_at_each_end
door_loop_mm          300    mm  wire_kept_over_at_the_hinge_of_a_door`,
);
