-- Up Migration
-- Repair approaches go by that name.
alter type tantalum_school rename to tantalum_approach;
alter type scope_school rename to scope_approach;
alter type sides_school rename to sides_approach;
alter type first_power_school rename to first_power_approach;
alter table job rename column tantalum_school to tantalum_approach;
alter table job rename column scope_school to scope_approach;
alter table job rename column sides_school to sides_approach;
alter table job rename column first_power_school to first_power_approach;
alter table shop rename column tantalum_school to tantalum_approach;
alter table shop rename column scope_school to scope_approach;
alter table shop rename column sides_school to sides_approach;
alter table shop rename column first_power_school to first_power_approach;

-- Down Migration
alter type tantalum_approach rename to tantalum_school;
alter type scope_approach rename to scope_school;
alter type sides_approach rename to sides_school;
alter type first_power_approach rename to first_power_school;
alter table job rename column tantalum_approach to tantalum_school;
alter table job rename column scope_approach to scope_school;
alter table job rename column sides_approach to sides_school;
alter table job rename column first_power_approach to first_power_school;
alter table shop rename column tantalum_approach to tantalum_school;
alter table shop rename column scope_approach to scope_school;
alter table shop rename column sides_approach to sides_school;
alter table shop rename column first_power_approach to first_power_school;
